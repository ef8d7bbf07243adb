import { useState } from 'react';
import type { FindingView } from '#core/bench';
import type { Device, DeviceId, Pair } from '#core/circuit';
import { familyOf } from '#core/devices';
import { edit } from '../store/editing';
import { useDocument } from '../store/select';
import { useAppDispatch } from '../store/store';
import { Choice } from '../ui/Choice';
import { Button, Label, Row } from '../ui/parts';
import { Flex } from '../ui/styled';

type Ruling = Pair['rule'];

const RULINGS: Readonly<Record<Ruling, string>> = {
  never: 'never with',
  'only-with': 'only with',
  may: 'as it comes with',
  locked: 'interlocked mechanically with',
};

/** Sets or takes back what a person says of two devices. */
function useRuling() {
  const dispatch = useAppDispatch();
  return (a: DeviceId, b: DeviceId, to: Ruling | null) => void dispatch(edit([{ type: 'setPair', a, b, to }]));
}

/** The answer to a finding that asks what two devices may do together. */
export function PairAnswer({ finding: { devices } }: { finding: FindingView }) {
  const rule = useRuling();
  const document = useDocument();
  const [a, b] = devices;
  if (!a || !b) return null;
  const tag = (id: DeviceId) => document.devices[id]?.tag ?? '?';
  const isRuled = document.pairs.some((pair) => pair.a === a && pair.b === b);
  return (
    <Flex gap="6px" wrap="wrap" mt="4px" aria-label={`What ${tag(a)} and ${tag(b)} may do`}>
      {isRuled ? (
        <Button type="button" onClick={() => rule(a, b, null)}>
          Take it back
        </Button>
      ) : (
        <>
          <Button type="button" onClick={() => rule(a, b, 'never')}>
            Never both
          </Button>
          <Button type="button" onClick={() => rule(a, b, 'only-with')}>
            {tag(a)} only with {tag(b)}
          </Button>
          <Button type="button" onClick={() => rule(a, b, 'may')}>
            As it comes
          </Button>
        </>
      )}
    </Flex>
  );
}

/** What was said of a device and others, and a place to say more: held in every state that is tried. */
export function Pairs({ device }: { device: Device }) {
  const document = useDocument();
  const rule = useRuling();
  const [ruling, setRuling] = useState<Ruling>('never');
  const [other, setOther] = useState('');
  const tag = (id: DeviceId) => document.devices[id]?.tag ?? 'a device that is gone';
  const own = document.pairs.filter(({ a, b }) => a === device.id || b === device.id);
  const others = Object.values(document.devices).filter(
    (one) => one.id !== device.id && ['load', 'relay'].includes(familyOf(one, document).group),
  );
  const picked = others.find(({ id }) => id === other);
  return (
    <>
      <Label>Runs</Label>
      {own.map(({ a, b, rule: said }) => (
        <Row key={`${a} ${b}`} data-pair>
          <span>
            {tag(a)} {RULINGS[said]} {tag(b)}
          </span>
          <Button
            type="button"
            look="quiet"
            aria-label={`Take back: ${tag(a)} ${RULINGS[said]} ${tag(b)}`}
            onClick={() => rule(a, b, null)}
          >
            take back
          </Button>
        </Row>
      ))}
      <Flex gap="6px" wrap="wrap" mt="4px" align="center">
        <Choice aria-label="How it runs" value={ruling} onChange={({ target }) => setRuling(target.value as Ruling)}>
          {Object.entries(RULINGS).map(([name, words]) => (
            <option key={name} value={name}>
              {words}
            </option>
          ))}
        </Choice>
        <Choice aria-label="The other device" value={picked ? other : ''} onChange={({ target }) => setOther(target.value)}>
          <option value="">pick a device</option>
          {others.map(({ id, tag: name }) => (
            <option key={id} value={id}>
              {name}
            </option>
          ))}
        </Choice>
        <Button type="button" disabled={!picked} onClick={() => picked && rule(device.id, picked.id, ruling)}>
          Say so
        </Button>
      </Flex>
    </>
  );
}
