import { useState } from 'react';
import type { Circuit, EditChange, Place } from '#core/circuit';
import { newPlace, proposedPlaces } from '#core/mounting';
import { TABLES } from '#core/size';
import { naturally } from '#core/units';
import { placeName } from '#core/words';
import { edit } from '../store/editing';
import { useDocument } from '../store/select';
import { useAppDispatch } from '../store/store';
import { Choice } from '../ui/Choice';
import { Over } from '../ui/Over';
import { Button, Field, Label } from '../ui/parts';
import { Box, Flex } from '../ui/styled';

const KINDS = { panel: 'panel', enclosure: 'enclosure', door: 'door of a panel', field: 'outside of panels' } as const;
type Kind = keyof typeof KINDS;

/** Where everything is: places made, named and emptied, every device put into one. */
export function Places({ onClose }: { onClose: () => void }) {
  const dispatch = useAppDispatch();
  const document = useDocument();
  const [name, setName] = useState('');
  const [kind, setKind] = useState<Kind>('panel');
  const change = (changes: readonly EditChange[]) => changes.length > 0 && dispatch(edit([...changes]));
  const places = Object.values(document.places).sort((a, b) => naturally(placeName(document, a.id), placeName(document, b.id)));
  const panels = places.filter((one) => one.kind === 'panel' || one.kind === 'enclosure');
  const [of, setOf] = useState('');
  const devices = Object.values(document.devices).sort((a, b) => naturally(a.tag, b.tag));
  const nowhere = devices.filter(({ place }) => place === null);
  const parent = panels.find(({ id }) => id === of) ?? panels[0];
  const words = name.trim() || (kind === 'door' ? 'door' : '');
  const isReady = words !== '' && (kind !== 'door' || parent !== undefined);
  const make = () => {
    change([newPlace(document, words, kind, kind === 'door' ? (parent?.id ?? null) : null)]);
    setName('');
  };
  return (
    <Over open title="Where things are" onClose={onClose}>
      {nowhere.length > 0 && (
        <Button type="button" look="attention" mb="8px" onClick={() => change(proposedPlaces(document, TABLES))}>
          Put {nowhere.length} that {nowhere.length === 1 ? 'is' : 'are'} nowhere where such devices usually are
        </Button>
      )}
      <Flex gap="8px" wrap="wrap" align="center">
        <Field
          aria-label="Name of a new place"
          placeholder="new place"
          w="150px"
          textAlign="left"
          fontFamily="body"
          maxLength={60}
          value={name}
          onChange={({ target }) => setName(target.value)}
        />
        <Choice aria-label="Kind of place" value={kind} onChange={({ target }) => setKind(target.value as Kind)}>
          {Object.entries(KINDS).map(([value, told]) => (
            <option key={value} value={value}>
              {told}
            </option>
          ))}
        </Choice>
        {kind === 'door' && (
          <Choice aria-label="Panel that the door belongs to" value={parent?.id ?? ''} onChange={({ target }) => setOf(target.value)}>
            {panels.map((one) => (
              <option key={one.id} value={one.id}>
                {placeName(document, one.id)}
              </option>
            ))}
          </Choice>
        )}
        <Button type="button" disabled={!isReady} onClick={make}>
          Add
        </Button>
      </Flex>
      {places.length > 0 && <Label as="h3">Places</Label>}
      {places.map((place) => (
        <PlaceRow key={place.id} place={place} document={document} onChange={change} />
      ))}
      <Label as="h3">Devices</Label>
      <Box maxH="34vh" overflowY="auto" tabIndex={0} role="group" aria-label="Devices and their places">
        {devices.map((device) => (
          <Flex key={device.id} gap="8px" align="center" py="2px" fontSize="14px">
            <Box minW="52px" fontWeight={700}>
              {device.tag}
            </Box>
            <Box flex="1" minW="0" overflow="hidden" textOverflow="ellipsis" whiteSpace="nowrap">
              {device.title}
            </Box>
            <Choice
              aria-label={`Place of ${device.tag}`}
              value={device.place ?? ''}
              onChange={({ target }) =>
                change([
                  {
                    type: 'describeDevice',
                    device: device.id,
                    to: { place: places.find(({ id }) => id === target.value)?.id ?? null, at: null },
                  },
                ])
              }
            >
              <option value="">nowhere</option>
              {places.map(({ id }) => (
                <option key={id} value={id}>
                  {placeName(document, id)}
                </option>
              ))}
            </Choice>
          </Flex>
        ))}
      </Box>
      <Button type="button" mt="10px" onClick={onClose}>
        Close
      </Button>
    </Over>
  );
}

function PlaceRow({ place, document, onChange }: { place: Place; document: Circuit; onChange: (changes: readonly EditChange[]) => void }) {
  const count = Object.values(document.devices).filter((device) => device.place === place.id).length;
  const isHeld = count > 0 || Object.values(document.places).some(({ parent }) => parent === place.id);
  return (
    <Flex gap="8px" align="center" py="2px" fontSize="14px">
      <Field
        aria-label={`Name of ${placeName(document, place.id)}`}
        key={place.name}
        w="170px"
        textAlign="left"
        fontFamily="body"
        maxLength={60}
        defaultValue={place.name}
        onBlur={({ target }) =>
          target.value.trim() !== '' &&
          target.value.trim() !== place.name &&
          onChange([{ type: 'describePlace', place: place.id, to: { name: target.value.trim() } }])
        }
      />
      <Box flex="1" color="muted">
        {place.kind === 'door'
          ? `door of ${place.parent ? placeName(document, place.parent) : 'nothing'}`
          : place.kind === 'field'
            ? 'outside'
            : place.kind}
        , {count} {count === 1 ? 'device' : 'devices'}
      </Box>
      <Button
        type="button"
        aria-label={`Take out ${placeName(document, place.id)}`}
        disabled={isHeld}
        title={isHeld ? 'Move what is in it first' : undefined}
        onClick={() => onChange([{ type: 'removePlace', place: place.id }])}
      >
        Take out
      </Button>
    </Flex>
  );
}
