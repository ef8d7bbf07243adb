import type { SheetView } from '#core/bench';
import type { DeviceId, Point } from '#core/circuit';
import { inputsOf } from '#core/devices';
import { benchSlice } from '../store/bench';
import { inputIsOn, useDocument } from '../store/select';
import { useAppDispatch, useAppSelector } from '../store/store';
import { Button } from '../ui/parts';
import { Box, Flex } from '../ui/styled';
import { useWork } from './InputButton';
import { deviceAt, type Place } from './places';
import type { IndexLine } from './SheetBar';

interface Props {
  readonly sheet: SheetView;
  readonly lines: readonly IndexLine[];
  readonly spelled: ReadonlyMap<Point, string>;
  /** the terminal that is chosen */
  readonly at: Point | null;
  readonly onLine: (line: IndexLine) => void;
  readonly onTouch: (place: Place) => void;
}

/** What stands on a line, from its source to its return: places to touch, and the devices that have them. */
function standingOn({ bands }: SheetView, number: number): { readonly places: readonly Place[]; readonly devices: readonly DeviceId[] } {
  const symbols = bands.flatMap((band) => band.symbols).filter((symbol) => symbol.line === number);
  const along = (place: Pick<Place, 'x' | 'y'>): number => (symbols[0]?.isStanding ? place.y : place.x);
  const [first] = symbols;
  const ways = bands
    .flatMap((band) => band.markers)
    .filter(({ x, y }) => first !== undefined && (first.isStanding ? x === first.x : y === first.y));
  const places = [...symbols.flatMap(({ pins }) => pins), ...ways]
    .map(({ point, x, y }): Place => ({ point, x, y, device: deviceAt(point) }))
    .sort((a, b) => along(a) - along(b) || a.y - b.y);
  return { places, devices: [...new Set(symbols.map(({ device }) => device))] };
}

/** One line of the sheet at a time, for a thumb: its terminals and its inputs as large as a finger, the line before and the next. */
export function LineWalk({ sheet, lines, spelled, at, onLine, onTouch }: Props) {
  const dispatch = useAppDispatch();
  const document = useDocument();
  const chosen = useAppSelector((state) => state.bench.device);
  const bandsOf = sheet.bands.flatMap((band) => band.symbols);
  const number =
    bandsOf.find(({ pins, device }) => device === chosen && (at === null || pins.some(({ point }) => point === at)))?.line ??
    lines[0]?.number ??
    0;
  const index = lines.findIndex((line) => line.number === number);
  const line = lines[index];
  if (!line) return null;
  const { places, devices } = standingOn(sheet, number);
  const go = (next: IndexLine | undefined) => {
    if (!next) return;
    onLine(next);
    const [first] = standingOn(sheet, next.number).places;
    // a lead in the hand stays there until a terminal itself is tapped
    if (first) dispatch(benchSlice.actions.pointSelected({ point: first.point, device: first.device }));
  };
  return (
    <Box
      as="section"
      aria-label="One line at a time"
      bg="card"
      borderTop="1px solid"
      borderColor="hairline"
      px="8px"
      py="4px"
      flexShrink={0}
    >
      <Flex align="center" gap="6px">
        <Button type="button" minH="44px" minW="44px" aria-label="Line before" disabled={index === 0} onClick={() => go(lines[index - 1])}>
          ◂
        </Button>
        <Box flex="1" textAlign="center" fontWeight={600} overflow="hidden" textOverflow="ellipsis" whiteSpace="nowrap">
          Line {number} · {line.words}
        </Box>
        <Button
          type="button"
          minH="44px"
          minW="44px"
          aria-label="Next line"
          disabled={index === lines.length - 1}
          onClick={() => go(lines[index + 1])}
        >
          ▸
        </Button>
      </Flex>
      <Flex gap="4px" overflowX="auto" py="4px">
        {places.map((place) => (
          <Button
            key={place.point}
            type="button"
            minH="44px"
            minW="44px"
            flexShrink={0}
            look={place.point === at ? 'strong' : 'plain'}
            aria-pressed={place.point === at}
            onClick={() => onTouch(place)}
          >
            {spelled.get(place.point) ?? place.point}
          </Button>
        ))}
      </Flex>
      <Flex gap="4px" overflowX="auto">
        {devices.map((id) => (
          <LineInputs key={id} device={document.devices[id]} />
        ))}
      </Flex>
    </Box>
  );
}

/** The inputs of a device, each saying what it will do. */
function LineInputs({ device }: { device: ReturnType<typeof useDocument>['devices'][string] | undefined }) {
  const document = useDocument();
  const log = useAppSelector((state) => state.bench.log);
  const nowMs = useAppSelector((state) => Math.floor(state.bench.atMs / 250) * 250 + 260);
  const work = useWork(device);
  if (!device) return null;
  const inputs = inputsOf(device, document);
  return inputs.map((input) => {
    const isOn = inputIsOn(log, nowMs, device, input, inputs);
    return (
      <Button
        key={input.name}
        type="button"
        minH="44px"
        flexShrink={0}
        aria-pressed={isOn}
        look={isOn !== input.rest ? 'strong' : 'plain'}
        onClick={() => work(input, isOn)}
      >
        {device.tag}: {isOn && input.kind === 'maintained' ? input.off : input.on}
      </Button>
    );
  });
}
