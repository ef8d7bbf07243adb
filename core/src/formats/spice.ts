import { EARTH_NODE } from '#core/graph';
import { OPEN_SIEMENS } from '#core/kinds';
import { endsOf, type Net, nortonOf, roundStamp } from '#core/network';
import { at, real } from '#core/units';

const nodeName = (node: number): string => (node === EARTH_NODE ? '0' : `n${node + 1}`);

/** Enough digits to carry a double whole. */
const exact = (value: number): string => value.toPrecision(17);

/**
 * One frequency of a solved network as a SPICE netlist with the rounded admittances, nodes numbered by us: no tag gets in.
 * A two-ended admittance is a resistor beside a capacitor (a negative one where it is inductive: an inductor would short the
 * operating point); a winding's three-ended stamp becomes the three admittances between its nodes and those to earth.
 */
export function writeSpice(net: Net, title: string): string {
  const lines: string[] = [`* ${title.replace(/[^A-Za-z0-9 ,.-]/g, ' ')}, ${net.hz} Hz`];
  const omega = 2 * Math.PI * net.hz;
  let count = 0;
  const admittance = (a: number, b: number, re: number, im: number) => {
    if (a === b) return;
    count++;
    if (re !== 0) lines.push(`R${count} ${nodeName(a)} ${nodeName(b)} ${exact(1 / re)}`);
    if (im !== 0 && omega > 0) lines.push(`C${count} ${nodeName(a)} ${nodeName(b)} ${exact(im / omega)}`);
  };
  for (let node = 0; node < net.plan.nodeCount; node++) admittance(node, EARTH_NODE, OPEN_SIEMENS, 0);
  net.plan.branches.forEach((_, branch) => {
    const { nodes, weights } = endsOf(net, branch);
    const [yRe, yIm] = [real(net.yRe, branch), real(net.yIm, branch)];
    const [first, second] = [at(nodes, 0), at(nodes, 1)];
    if (nodes.length === 2) admittance(first, second, roundStamp(yRe), roundStamp(yIm));
    else stampPairs(nodes, weights, yRe, yIm);
    if (net.eRe[branch] === 0 && net.eIm[branch] === 0) return;
    const { re, im } = nortonOf(net, branch);
    const [from, to] = [nodeName(second), nodeName(first)];
    count++;
    if (net.hz === 0) lines.push(`I${count} ${from} ${to} DC ${exact(re)}`);
    else lines.push(`I${count} ${from} ${to} AC ${exact(Math.hypot(re, im))} ${exact((Math.atan2(im, re) * 180) / Math.PI)}`);
  });

  function stampPairs(nodes: readonly number[], weights: readonly number[], yRe: number, yIm: number) {
    nodes.forEach((i, a) => {
      let rowRe = 0;
      let rowIm = 0;
      nodes.forEach((j, b) => {
        const re = roundStamp(yRe * at(weights, a) * at(weights, b));
        const im = roundStamp(yIm * at(weights, a) * at(weights, b));
        rowRe += re;
        rowIm += im;
        if (b > a) admittance(i, j, -re, -im);
      });
      // what the row has beyond its pairs goes to earth; a pair with earth itself is already there
      if (i !== EARTH_NODE && !nodes.includes(EARTH_NODE)) admittance(i, EARTH_NODE, rowRe, rowIm);
    });
  }

  return `${lines.join('\n')}\n`;
}

/** The analysis commands that print every node's volts, for the outside judge. */
export function withAnalysis(netlist: string, net: Net): string {
  const names = Array.from({ length: net.plan.nodeCount }, (_, node) => nodeName(node));
  const prints = names.flatMap((name) => (net.hz === 0 ? [`print v(${name})`] : [`print real(v(${name})) imag(v(${name}))`]));
  const analysis = net.hz === 0 ? 'op' : `ac lin 1 ${exact(net.hz)} ${exact(net.hz)}`;
  return `${netlist}.control\nset numdgt=15\n${analysis}\n${prints.join('\n')}\n.endc\n.end\n`;
}
