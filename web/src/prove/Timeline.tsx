import { Slider } from '@chakra-ui/react';
import { axisBottom } from 'd3-axis';
import { scaleLinear } from 'd3-scale';
import { select } from 'd3-selection';
import { memo, useEffect, useMemo, useRef } from 'react';
import type { RunAnswer } from '#core/bench';
import type { Bar, RowKind } from '#core/look';
import { span } from '#core/units';
import { useRan } from '../bench/BenchProvider';
import { benchSlice } from '../store/bench';
import { useBenchParts } from '../store/select';
import { useAppDispatch, useAppSelector } from '../store/store';
import { Choice } from '../ui/Choice';
import { Button } from '../ui/parts';
import { Box, Flex } from '../ui/styled';
import { colour } from '../ui/theme';

const WIDTH = 560;
const LEFT = 92;
const ROW = 15;
const SPEEDS = [1, 5, 20, 100];

type Line = RunAnswer['rows'][number];

const FILL: { readonly [K in RowKind]: string } = {
  input: 'elvAc',
  switch: 'elvAc',
  electronics: 'elvAc',
  timer: 'elvAc',
  coil: 'ink',
  load: 'power',
  fuse: 'danger',
};

/** Inputs, timers, coils and loads over the run; scrub it, run it fast, step by event. */
export function Timeline({ isEmpty = false }: { isEmpty?: boolean }) {
  const dispatch = useAppDispatch();
  const { run, isRunCurrent } = useRan();
  const { playing, speed, log } = useBenchParts('playing', 'speed', 'log');
  const atMs = useAppSelector((state) => state.bench.atMs);
  const selected = useAppSelector((state) => state.bench.device);
  const axis = useRef<SVGGElement>(null);
  const chart = useRef<SVGSVGElement>(null);
  const endMs = Math.max(10_000, (run?.endMs ?? 0) * 1.08, atMs * 1.02);
  const shownEnd = endMs > 10_000 ? Math.ceil(endMs / 5000) * 5000 : 10_000;
  const x = useMemo(
    () =>
      scaleLinear()
        .domain([0, shownEnd])
        .range([LEFT, WIDTH - 8]),
    [shownEnd],
  );
  const rows = run?.rows ?? [];
  const height = Math.max(4, rows.length) * ROW + 24;
  useEffect(() => {
    if (!axis.current) return;
    select(axis.current)
      .call(
        axisBottom(x)
          .ticks(6)
          .tickSize(3)
          .tickFormat((value) => `${Number(value) / 1000} s`),
      )
      .call((g) => g.selectAll('text').attr('fill', colour('ink')).attr('font-size', 10.5).attr('font-family', 'Barlow Semi Condensed'));
  }, [x]);
  const nextEvent = run?.frames.find((frame) => frame > atMs + 0.5);
  const last = run?.told.filter((one) => one.atMs <= atMs).at(-1);
  const scrub = (clientX: number) => {
    const box = chart.current?.getBoundingClientRect();
    if (box) dispatch(benchSlice.actions.movedTo(x.invert(((clientX - box.left) / box.width) * WIDTH)));
  };
  return (
    <Flex direction="column" h="100%">
      <Flex align="center" gap="6px" pr="34px" mb="2px" css={{ '@media (max-width: 700px)': { flexWrap: 'wrap', paddingRight: '0' } }}>
        <Box
          flex="1 1 120px"
          minW="0"
          fontSize="13px"
          minH="20px"
          lineClamp={log.length === 0 ? 4 : 2}
          lineHeight={1.25}
          title={last?.words}
          css={{ '@media (max-width: 700px)': { flexBasis: '100%' } }}
          aria-live="polite"
          data-told
          data-run={isRunCurrent ? 'current' : 'running'}
        >
          {run?.chatter.some(({ fromMs, untilMs }) => fromMs <= atMs && atMs <= untilMs) ? (
            <strong>
              {run.chatter
                .map(({ tags, periodMs, isMeant }) => `${tags} ${isMeant ? 'comes and goes' : 'chatters'} every ${span(periodMs)}`)
                .join('; ')}
              .
            </strong>
          ) : last ? (
            `${span(last.atMs)}: ${last.words}`
          ) : run && run.limits.length > 0 && run.limits.some(({ atMs: met }) => met <= atMs) ? (
            run.limits.map(({ words }) => words).join(' ')
          ) : log.length === 0 ? (
            'Nothing yet: turn the power on, then work an input on the sheet.'
          ) : (
            'Power is set; nothing has moved.'
          )}
        </Box>
        <Box fontSize="13px" color="muted" fontFamily="mono" whiteSpace="nowrap" data-now={Math.round(atMs)}>
          {span(atMs)}
        </Box>
        <Button type="button" disabled={log.length === 0} onClick={() => dispatch(benchSlice.actions.played(!playing))}>
          {playing ? 'Pause' : 'Run'}
        </Button>
        <Choice aria-label="Speed" value={speed} onChange={({ target }) => dispatch(benchSlice.actions.sped(Number(target.value)))}>
          {SPEEDS.map((one) => (
            <option key={one} value={one}>
              ×{one}
            </option>
          ))}
        </Choice>
        <Button
          type="button"
          whiteSpace="nowrap"
          disabled={nextEvent === undefined}
          onClick={() => nextEvent !== undefined && dispatch(benchSlice.actions.movedTo(nextEvent))}
        >
          Next event
        </Button>
        <Button
          type="button"
          disabled={log.length === 0}
          title="Back to the start, power isolated"
          onClick={() => dispatch(benchSlice.actions.reset())}
        >
          Reset
        </Button>
      </Flex>
      <Box hidden={isEmpty} flex="1" minH="0" overflowY="auto" tabIndex={0} role="region" aria-label="Timeline chart">
        <svg
          ref={chart}
          width="100%"
          viewBox={`0 0 ${WIDTH} ${height}`}
          role="img"
          aria-label={`Timeline, ${rows.length} rows`}
          onPointerDown={(event) => {
            event.currentTarget.setPointerCapture(event.pointerId);
            scrub(event.clientX);
          }}
          onPointerMove={(event) => {
            if (event.buttons) scrub(event.clientX);
          }}
          style={{ touchAction: 'pan-y', cursor: 'col-resize' }}
        >
          <defs>
            <pattern id="chatter" width="5" height="5" patternUnits="userSpaceOnUse" patternTransform="rotate(45)">
              <rect width="2.4" height="5" fill={colour('danger')} />
            </pattern>
          </defs>
          {rows.map((row, index) => (
            <g key={`${row.label} ${row.kind}`} transform={`translate(0 ${index * ROW})`}>
              {selected === row.device && <rect x={0} y={0} width={WIDTH - 8} height={ROW - 1} fill={colour('attention')} opacity={0.3} />}
              <text
                x={2}
                y={11}
                fontSize={11.5}
                fontFamily="Barlow Semi Condensed"
                fontWeight={600}
                fill={colour('ink')}
                style={{ cursor: 'pointer' }}
                onPointerDown={(event) => {
                  event.stopPropagation();
                  dispatch(benchSlice.actions.deviceSelected(row.device));
                }}
              >
                {row.label}
              </text>
              <path d={`M${LEFT} ${ROW - 1} H${WIDTH - 8}`} stroke={colour('hairline')} />
              {row.bars.map((bar) => (
                <BarView
                  key={`${bar.fromMs} ${bar.how}`}
                  bar={bar}
                  row={row}
                  from={x(bar.fromMs)}
                  to={x(Math.min(bar.toMs, Math.max(atMs, shownEnd)))}
                />
              ))}
            </g>
          ))}
          <g ref={axis} transform={`translate(0 ${height - 20})`} color={colour('muted')} />
          <path d={`M${x(Math.min(atMs, shownEnd))} 0 V${height - 18}`} stroke={colour('ink')} strokeWidth={1.8} />
        </svg>
      </Box>
      {!isEmpty && <Scrubber atMs={Math.min(atMs, shownEnd)} endMs={shownEnd} />}
    </Flex>
  );
}

/** The moment shown, moved by hand or by the arrow keys: apart, for the library's slider is heavy. */
const Scrubber = memo(function Scrubber({ atMs, endMs }: { atMs: number; endMs: number }) {
  const dispatch = useAppDispatch();
  const number = useAppSelector((state) => state.document.now?.number ?? '');
  return (
    <Slider.Root
      aria-label={[`Moment shown, ${number}`]}
      min={0}
      max={endMs}
      step={Math.max(10, endMs / 200)}
      value={[atMs]}
      onValueChange={({ value: [moment] }) => {
        if (moment === undefined || Math.abs(moment - atMs) < 1) return;
        dispatch(benchSlice.actions.played(false));
        dispatch(benchSlice.actions.movedTo(moment));
      }}
      pl={`${(100 * LEFT) / WIDTH}%`}
      pr={`${(100 * 8) / WIDTH}%`}
    >
      <Slider.Control>
        <Slider.Track>
          <Slider.Range />
        </Slider.Track>
        <Slider.Thumb index={0} />
      </Slider.Control>
    </Slider.Root>
  );
});

function BarView({ bar, row, from, to }: { bar: Bar; row: Line; from: number; to: number }) {
  const fill = bar.how === 'chatter' ? 'url(#chatter)' : colour(FILL[row.kind]);
  return (
    <rect x={from} y={2.5} width={Math.max(1.5, to - from)} height={9.5} fill={fill} opacity={bar.how === 'under way' ? 0.42 : 1}>
      <title>{`${row.label} ${bar.how}`}</title>
    </rect>
  );
}
