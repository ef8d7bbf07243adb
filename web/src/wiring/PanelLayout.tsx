import type { MountingAnswer, PanelView } from '#core/bench';
import { type DeviceId, deviceOf, type EditChange, type Place } from '#core/circuit';
import { benchSlice } from '../store/bench';
import { edit } from '../store/editing';
import { useBenchParts, useDocument } from '../store/select';
import { useAppDispatch, useAppSelector } from '../store/store';
import { Choice } from '../ui/Choice';
import { Button, Note } from '../ui/parts';
import { Box, Flex } from '../ui/styled';
import { useIsNarrow } from '../ui/useIsNarrow';
import { freeFor, PlateView } from './PlateView';

interface Props {
  readonly answer: MountingAnswer | undefined;
  readonly isCurrent: boolean;
  readonly failed: string | undefined;
  readonly progress: { readonly seen: number; readonly of: number } | undefined;
  readonly onPlace: (place: string) => void;
  readonly mount: number | null;
  readonly onMount: (mount: number | null) => void;
}

/** Where everything in a panel stands: placed by itself, dragged, moved by keys; wires get their length from it. */
export function PanelLayout({ answer, isCurrent, failed, progress, onPlace, mount, onMount }: Props) {
  const dispatch = useAppDispatch();
  const document = useDocument();
  const isNarrow = useIsNarrow();
  const { device, conductor } = useBenchParts('device', 'conductor');
  const isLooking = useAppSelector((state) => state.document.isLooking);
  if (failed) return <Note tone="danger">{failed}</Note>;
  if (!answer)
    return <Box color="muted">Looking at what is in the panels{progress ? `, ${progress.seen} of ${progress.of} states` : ''}…</Box>;
  const { panels } = answer;
  // where a body stands is known before it is judged
  const shown = answer.shown && {
    ...answer.shown,
    bodies: answer.shown.bodies.flatMap((body) => {
      const own = document.devices[body.device];
      return own ? [{ ...body, at: own.at, surface: own.place ?? body.surface }] : [];
    }),
  };
  if (!shown)
    return (
      <Note tone="look">
        Nothing of this circuit is in a panel yet. Say where its devices are: <strong>Places</strong>, above. Lamps and buttons belong in a
        door of a panel.
      </Note>
    );
  const change = (changes: readonly EditChange[]) => changes.length > 0 && dispatch(edit([...changes]));
  const wires = new Set(
    Object.values(document.conductors)
      .filter(({ ends }) => device && ends.some((end) => end && deviceOf(end) === device))
      .map(({ id }) => id as string),
  );
  const unplaced = shown.bodies.filter(({ at }) => at === null);
  const { free, measured } = shown.lengths;
  return (
    <Flex
      direction="column"
      gap="6px"
      flex="1"
      minH="0"
      overflowY="auto"
      data-panel={isCurrent ? 'current' : 'older'}
      opacity={isCurrent ? 1 : 0.75}
    >
      <Flex gap="8px" wrap="wrap" align="center" fontSize="14px">
        {panels.length > 1 && (
          <Choice aria-label="Panel" value={shown.place} onChange={({ target }) => onPlace(target.value)}>
            {panels.map(({ place, name, devices, placed }) => (
              <option key={place} value={place}>
                {name} ({placed} of {devices} placed)
              </option>
            ))}
          </Choice>
        )}
        <Button
          type="button"
          disabled={isLooking || shown.placement.length === 0}
          look={unplaced.length === shown.bodies.length ? 'attention' : 'plain'}
          onClick={() => change(shown.placement)}
        >
          {unplaced.length === shown.bodies.length ? 'Place everything' : 'Place everything anew'}
        </Button>
        {free.length > 0 && (
          <Button type="button" disabled={isLooking || !isCurrent} onClick={() => change(free)}>
            Take {free.length} {free.length === 1 ? 'length' : 'lengths'} from this plan
          </Button>
        )}
        {measured.length > 0 && unplaced.length < shown.bodies.length && (
          <Button
            type="button"
            disabled={isLooking || !isCurrent}
            title="These were measured or read from a print; the plan only works them out"
            onClick={() => change(measured)}
          >
            Take {measured.length} over what was measured
          </Button>
        )}
        <AddMounts panel={shown} place={document.places[shown.place]} isOff={isLooking} onChange={change} />
      </Flex>
      {shown.tooWide.length > 0 && (
        <Note tone="danger">{shown.tooWide.join(', ')}: wider than the plate has room for. Take a larger enclosure.</Note>
      )}
      {unplaced.length > 0 && shown.plate && (
        <Flex gap="6px" wrap="wrap" align="center" role="group" aria-label="Not placed yet">
          <Box color="muted" fontSize="14px">
            Not placed:
          </Box>
          {unplaced.map((body) => {
            const spot = freeFor(shown, body);
            return (
              <Button
                key={body.device}
                type="button"
                disabled={isLooking || !spot}
                title={spot ? `Set ${body.tag} at the first free place` : `There is no free place for ${body.tag}`}
                onClick={() => spot && change([{ type: 'describeDevice', device: body.device, to: { at: spot } }])}
              >
                {body.tag}
              </Button>
            );
          })}
        </Flex>
      )}
      {shown.plate ? (
        <PlateView
          panel={shown}
          device={device}
          wire={conductor}
          wiresOfDevice={wires}
          mount={mount}
          isNarrow={isNarrow}
          onDevice={(next: DeviceId) => {
            onMount(null);
            dispatch(benchSlice.actions.deviceSelected(next));
          }}
          onMount={(next) => {
            dispatch(benchSlice.actions.deviceSelected(null));
            onMount(next);
          }}
          onMove={(moved, to) => !isLooking && change([{ type: 'describeDevice', device: moved, to: { at: to } }])}
        />
      ) : (
        <Note tone="look">
          {shown.name} has no size yet. Type its width and height at the right, or let everything be placed: the smallest enclosure that is
          sold and leaves a fifth free is taken.
        </Note>
      )}
    </Flex>
  );
}

/** A rail or a duct more, in the middle of the plate, to be moved from there. */
function AddMounts({
  panel,
  place,
  isOff,
  onChange,
}: {
  panel: PanelView;
  place: Place | undefined;
  isOff: boolean;
  onChange: (changes: readonly EditChange[]) => void;
}) {
  const { plate } = panel;
  if (!plate || !place) return null;
  const add = (kind: 'rail' | 'duct') =>
    onChange([
      {
        type: 'describePlace',
        place: place.id,
        to: {
          mounts: [
            ...place.mounts,
            {
              kind,
              xMm: 40,
              yMm: Math.round(plate.heightMm / 2),
              widthMm: Math.max(40, plate.widthMm - 80),
              heightMm: kind === 'rail' ? 35 : 40,
            },
          ],
        },
      },
    ]);
  return (
    <>
      <Button type="button" disabled={isOff} onClick={() => add('rail')}>
        Rail
      </Button>
      <Button type="button" disabled={isOff} onClick={() => add('duct')}>
        Duct
      </Button>
    </>
  );
}
