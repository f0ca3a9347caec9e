// Evaluates a JSON list of FEEL expressions from standard input with feelin; writes the list of values.
import { evaluate } from 'feelin';

const texts = JSON.parse(await new Response(process.stdin).text());
const values = texts.map((text) => {
  const result = evaluate(text, {});
  return result && typeof result === 'object' && 'value' in result ? result.value : result;
});
process.stdout.write(JSON.stringify(values));
