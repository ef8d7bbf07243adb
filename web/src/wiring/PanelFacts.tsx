import type { BodyView, PanelView } from '#core/bench';
import {
  type Circuit,
  type Device,
  deviceOf,
  type EditChange,
  type FieldFacts,
  type Mount,
  type Place,
  spellTerminal,
} from '#core/circuit';
import { figures, percent } from '#core/units';
import { edit } from '../store/editing';
import { useDocument } from '../store/select';
import { useAppDispatch, useAppSelector } from '../store/store';
import { Button, Field, Heading, Label, Mono, Note, Row } from '../ui/parts';
import { Box, Flex } from '../ui/styled';
import { useTypedNumber } from '../ui/useTypedNumber';
import { MARK, TONE } from '../ui/verdicts';

interface Props {
  readonly panel: PanelView;
  readonly mount: number | null;
  readonly onMount: (mount: number | null) => void;
}

/** What a panel comes to: verdict, heat, spare, ducts; and the device, rail or duct that is taken. */
export function PanelFacts({ panel, mount, onMount }: Props) {
  const dispatch = useAppDispatch();
  const document = useDocument();
  const device = useAppSelector((state) => state.bench.device);
  const place = document.places[panel.place];
  const body = panel.bodies.find((one) => one.device === device);
  if (!place) return null;
  const change = (changes: EditChange[]) => dispatch(edit(changes));
  const own = mount === null ? undefined : place.mounts[mount];
  return (
    <Box data-panel-facts>
      <Heading>{panel.name}</Heading>
      <Verdict panel={panel} />
      {body && <BodyFacts panel={panel} body={body} onChange={change} />}
      {own && mount !== null && (
        <MountFacts
          place={place}
          own={own}
          index={mount}
          depthMm={panel.ducts.find(({ duct }) => duct === mount)?.depthMm}
          onChange={change}
          onGone={() => onMount(null)}
        />
      )}
      <Doubts panel={panel} />
      <Label as="h3">Enclosure</Label>
      <Sizes place={place} onChange={change} />
      {panel.heat && (
        <>
          <Label as="h3">Heat, worst state seen</Label>
          <Row>
            <span>inside</span>
            <Mono>{figures(panel.heat.insideC, 3)} °C</Mono>
          </Row>
          <Row>
            <span>given off</span>
            <Mono>{figures(panel.heat.watts, 3)} W</Mono>
          </Row>
          <Row>
            <span>
              skin, {panel.heat.fanM3h === null ? 'no fan' : `and ${panel.heat.fanM3h} m³/h`}
              {panel.heat.isAroundTypical ? ', air around assumed' : ''}
            </span>
            <Mono>{figures(panel.heat.surfaceM2, 2)} m²</Mono>
          </Row>
        </>
      )}
      {panel.ducts.length > 0 && <Label as="h3">Ducts, where they are fullest</Label>}
      {panel.ducts.map(({ duct, words, share, wires, depthMm, isDepthTypical }) => (
        <Row key={duct}>
          <span>
            {words}, {wires} {wires === 1 ? 'wire' : 'wires'}
            {isDepthTypical ? `, taken as ${depthMm} mm deep` : ''}
          </span>
          <Mono>{percent(share)}</Mono>
        </Row>
      ))}
      {panel.spareShare !== null && (
        <Row>
          <span>rails free</span>
          <Mono>{percent(panel.spareShare)}</Mono>
        </Row>
      )}
      <Box fontSize="12.5px" color="muted" mt="8px">
        Bodies with a dashed edge are as usual for their kind. Heat is what goes into each device by its wires and does not come out again;
        the skin carries it off by IEC TR 60890, from memory. The maker's sheets and the local code come first.
      </Box>
    </Box>
  );
}

/** The verdict first: what cannot be built, what is not known, what asks for a look. */
function Verdict({ panel }: { panel: PanelView }) {
  const verdict = panel.doubts[0]?.verdict ?? 'good';
  return (
    <Box fontWeight={700} my="4px" role="status" color={TONE[verdict]} data-layout-verdict={verdict}>
      {MARK[verdict]} {SAID[verdict]}
      {panel.heat && `, ${figures(panel.heat.insideC, 3)} °C inside`}
    </Box>
  );
}

function Doubts({ panel }: { panel: PanelView }) {
  return panel.doubts.map((doubt) => (
    <Note key={doubt.title} tone={doubt.verdict === 'danger' || doubt.verdict === 'block' ? 'danger' : 'look'} data-doubt={doubt.verdict}>
      <strong>{doubt.title}.</strong> {doubt.remedy}
      <Box fontSize="12px" color="muted">
        {doubt.source}
      </Box>
    </Note>
  ));
}

const SAID = {
  danger: 'Not to be built so',
  block: 'Cannot be built so',
  'cannot-clear': 'Cannot clear',
  look: 'Can be built; look at this',
  good: 'Fits',
} as const;

type Change = (changes: EditChange[]) => void;

interface FactProps {
  readonly label: string;
  readonly unit: string;
  readonly value: number | null;
  readonly most: number;
  readonly least?: number;
  /** what is taken where nothing is said */
  readonly usual?: number;
  readonly onSet: (value: number | null) => void;
}

function Fact({ label, unit, value, most, least = 1, usual, onSet }: FactProps) {
  const facts: FieldFacts = { label, unit, kind: 'number', least, most, optional: true };
  const { problem, props } = useTypedNumber(facts, value, onSet);
  const id = `layout-${label.replaceAll(' ', '-')}`;
  return (
    <Box>
      <Row>
        <label htmlFor={id}>{label}</label>
        <span>
          <Field id={id} w="76px" placeholder={usual === undefined ? undefined : `usual ${usual}`} {...props} /> {unit}
        </span>
      </Row>
      {problem && (
        <Box role="alert" color="danger" fontSize="13px">
          {problem}
        </Box>
      )}
    </Box>
  );
}

function Sizes({ place, onChange }: { place: Place; onChange: Change }) {
  const describe = (to: Partial<Pick<Place, 'size' | 'depthMm' | 'aroundC' | 'fanM3h'>>) =>
    onChange([{ type: 'describePlace', place: place.id, to }]);
  const size = place.size ?? { widthMm: 400, heightMm: 600 };
  return (
    <>
      <Fact
        label="width"
        unit="mm"
        value={place.size?.widthMm ?? null}
        least={100}
        most={5000}
        onSet={(mm) => describe({ size: mm === null ? null : { ...size, widthMm: mm } })}
      />
      <Fact
        label="height"
        unit="mm"
        value={place.size?.heightMm ?? null}
        least={100}
        most={5000}
        onSet={(mm) => describe({ size: mm === null ? null : { ...size, heightMm: mm } })}
      />
      <Fact label="depth" unit="mm" value={place.depthMm} least={50} most={2000} onSet={(depthMm) => describe({ depthMm })} />
      <Fact label="air around it" unit="°C" value={place.aroundC} least={-60} most={90} onSet={(aroundC) => describe({ aroundC })} />
      <Fact label="fan" unit="m³/h" value={place.fanM3h} most={10_000} onSet={(fanM3h) => describe({ fanM3h })} />
    </>
  );
}

function BodyFacts({ panel, body, onChange }: { panel: PanelView; body: BodyView; onChange: Change }) {
  const document = useDocument();
  const set = (to: Partial<Device>) => onChange([{ type: 'describeDevice', device: body.device, to }]);
  const routes = panel.routes.filter(({ conductor }) =>
    document.conductors[conductor]?.ends.some((end) => end && deviceOf(end) === body.device),
  );
  const size = { widthMm: body.widthMm, heightMm: body.heightMm };
  return (
    <Box my="8px" py="8px" borderY="2px solid" borderColor="ink" data-body-facts={body.tag}>
      <Heading>
        {body.tag} {body.title}
      </Heading>
      <Box color="muted" fontSize="13.5px">
        {body.heldBy === 'rail' ? 'on a 35 mm rail' : body.heldBy === 'door' ? 'through the door' : 'screwed to the plate'}
        {body.watts !== null && body.watts >= 0.05 && ` · gives off ${figures(body.watts, 2)} W`}
        {body.isTypical ? ' · body as usual for its kind' : ' · body as measured'}
      </Box>
      <Fact
        label="body width"
        unit="mm"
        value={body.widthMm}
        most={2000}
        onSet={(mm) => set({ body: mm === null ? null : { ...size, widthMm: mm } })}
      />
      <Fact
        label="body height"
        unit="mm"
        value={body.heightMm}
        most={2000}
        onSet={(mm) => set({ body: mm === null ? null : { ...size, heightMm: mm } })}
      />
      <Flex gap="6px" wrap="wrap" mt="6px">
        {body.isTypical && (
          <Button type="button" onClick={() => set({ body: size })}>
            Measured: it is so
          </Button>
        )}
        {body.at && (
          <Button type="button" onClick={() => set({ at: null })}>
            Take it off the plate
          </Button>
        )}
      </Flex>
      {body.pullInV !== null && (
        <Row>
          <span>its coil, as it pulls in</span>
          <Mono data-pull-in>{figures(body.pullInV, 6)} V</Mono>
        </Row>
      )}
      {routes.length > 0 && <Label as="h3">Its wires by this plan</Label>}
      {routes.map(({ conductor, number, metres, isWhole }) => (
        <Row key={conductor}>
          <span>
            {number || 'no number'} to {farEnd(document, conductor, body.device)}
            {isWhole ? '' : ', as far as the edge'}
          </span>
          <Mono>
            {metres} m{isWhole ? ` (is ${document.conductors[conductor]?.lengthM.value ?? '?'})` : ''}
          </Mono>
        </Row>
      ))}
    </Box>
  );
}

/** The other end of a device's wire. */
function farEnd(document: Circuit, conductor: string, device: string): string {
  const far = document.conductors[conductor]?.ends.find((end) => end && deviceOf(end) !== device);
  return far ? spellTerminal(document, far) : 'itself';
}

interface MountFactsProps {
  readonly place: Place;
  readonly own: Mount;
  readonly index: number;
  /** of a duct, as it is reckoned with */
  readonly depthMm: number | undefined;
  readonly onChange: Change;
  readonly onGone: () => void;
}

function MountFacts({ place, own, index, depthMm, onChange, onGone }: MountFactsProps) {
  const put = (mounts: Mount[]) => onChange([{ type: 'describePlace', place: place.id, to: { mounts } }]);
  const set = (to: Partial<Mount>) => put(place.mounts.map((one, at) => (at === index ? { ...one, ...to } : one)));
  const setDepth = (mm: number | null) => {
    const { depthMm: _was, ...rest } = own;
    put(place.mounts.map((one, at) => (at === index ? { ...rest, ...(mm === null ? {} : { depthMm: mm }) } : one)));
  };
  const sides = [
    ['from the left', 'xMm', 0],
    ['from above', 'yMm', 0],
    ['wide', 'widthMm', 10],
    ['high', 'heightMm', 10],
  ] as const;
  return (
    <Box my="8px" py="8px" borderY="2px solid" borderColor="ink">
      <Heading>{own.kind === 'rail' ? 'Rail, 35 mm' : 'Duct'}</Heading>
      {sides.map(([label, side, least]) => (
        <Fact
          key={`${index} ${label}`}
          label={label}
          unit="mm"
          value={own[side]}
          least={least}
          most={5000}
          onSet={(mm) => mm !== null && set({ [side]: mm })}
        />
      ))}
      {own.kind === 'duct' && (
        <Fact
          key={`${index} deep`}
          label="deep"
          unit="mm"
          value={own.depthMm ?? null}
          least={10}
          most={1000}
          {...(depthMm === undefined ? {} : { usual: depthMm })}
          onSet={setDepth}
        />
      )}
      <Button
        type="button"
        mt="6px"
        onClick={() => {
          put(place.mounts.filter((_, at) => at !== index));
          onGone();
        }}
      >
        Take it out
      </Button>
    </Box>
  );
}
