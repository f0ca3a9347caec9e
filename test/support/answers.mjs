// Reads {"schema", "answers": [...]} and says which answers ajv accepts (JSON Schema 2020-12).
import Ajv from 'ajv/dist/2020.js';

let text = '';
process.stdin.on('data', (part) => { text += part; }).on('end', () => {
  const { schema, answers } = JSON.parse(text);
  const ajv = new Ajv({ strict: false, multipleOfPrecision: 9 });
  const valid = ajv.compile(schema);
  process.stdout.write(JSON.stringify({ meta: ajv.validateSchema(schema), accepted: answers.map((one) => valid(one)) }));
});
