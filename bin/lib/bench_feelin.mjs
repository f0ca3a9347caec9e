// Evaluates the reference formulas in order with feelin. Standard input: {inputs, formulas: [[name, text], …]}.
// Writes {seconds: for all formulas once, values: {name: value}}.
import { evaluate } from 'feelin';

const { inputs, formulas } = JSON.parse(await new Response(process.stdin).text());
const value = (result) => (result && typeof result === 'object' && 'value' in result ? result.value : result);
const resolve = () => formulas.reduce((context, [name, text]) => ({ ...context, [name]: value(evaluate(text, context)) }), inputs);

for (let warm = 0; warm < 20; warm += 1) resolve();
const begun = performance.now();
let count = 0;
while (performance.now() - begun < 1000) { resolve(); count += 1; }
const seconds = (performance.now() - begun) / 1000 / count;
const all = resolve();
process.stdout.write(JSON.stringify({ seconds, values: Object.fromEntries(formulas.map(([name]) => [name, all[name]])) }));
