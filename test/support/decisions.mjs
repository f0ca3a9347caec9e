// Decision tables as dmn-moddle reads them, evaluated cell by cell with feelin: from standard input a JSON list of {xml, cases},
// each case a context; writes for each {warnings, again (the XML as dmn-moddle writes it), results}.
import { DmnModdle } from 'dmn-moddle';
import { evaluate, unaryTest } from 'feelin';

const value = (found) => (found && typeof found === 'object' && 'value' in found ? found.value : found);
const COLLECTED = { SUM: (all) => all.reduce((one, other) => one + other, 0), MIN: (all) => Math.min(...all), MAX: (all) => Math.max(...all), COUNT: (all) => all.length };

function decided(table, context) {
  const inputs = table.input.map(({ inputExpression }) => value(evaluate(inputExpression.text, context)));
  const hits = table.rule.filter((rule) => rule.inputEntry.every(({ text }, at) => text === '-' || value(unaryTest(text, { ...context, '?': inputs[at] })) === true));
  const said = hits.map(({ outputEntry }) => outputEntry.map(({ text }) => value(evaluate(text, context))));
  if (!said.length) return null;
  const policy = table.hitPolicy || 'UNIQUE';
  if (policy === 'COLLECT') return [COLLECTED[table.aggregation](said.flat())];
  if (policy === 'UNIQUE' && said.length > 1) return 'clash';
  return policy === 'ANY' && new Set(said.map(JSON.stringify)).size > 1 ? 'clash' : said[0];
}

const given = JSON.parse(await new Response(process.stdin).text());
const answers = [];
for (const { xml, cases } of given) {
  const moddle = new DmnModdle();
  const { rootElement, warnings } = await moddle.fromXML(xml);
  const { xml: again } = await moddle.toXML(rootElement);
  const table = rootElement.drgElement[0].decisionLogic;
  answers.push({ warnings: warnings.map(({ message }) => message), again, results: cases.map((context) => decided(table, context)) });
}
process.stdout.write(JSON.stringify(answers));
