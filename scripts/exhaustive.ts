// npm run exhaustive -- [circuit …]: every part of the stock in every place of every demo circuit, by the table and in the model. Minutes.
import { DEMO } from '../core/src/testing/demo';
import { everyPartIn } from '../core/src/testing/everyPart';

const asked = process.argv.slice(2);
let apart = 0;
for (const name of DEMO.filter((one) => asked.length === 0 || asked.includes(one))) {
  const tally = everyPartIn(name, 1);
  apart += tally.apart.length;
  console.log(name, JSON.stringify(tally));
}
process.exit(apart > 0 ? 1 : 0);
