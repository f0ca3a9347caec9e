// The process of the geometry kernel: it reads requests from standard input, a line of JSON each, and answers each with a line:
// {value} or {problem}. It ends with its input. {do: "measure", shapes} gives measures, {do: "contours", shapes: [{recipe,
// height}]} those of faces at a height, {do: "step", product} measures and a text (shapes.mjs, step.mjs). Each request has an instance of the kernel of its own: what one did is not there for the next, and equal requests are
// answered with equal bytes, as the order of some things in STEP comes from where they lie in memory.
import { readFileSync } from 'node:fs';
import { createRequire } from 'node:module';
import { createInterface } from 'node:readline';
import { Worker } from 'node:worker_threads';
import init from 'replicad-opencascadejs';
import { shapesOf, Unmade } from './shapes.mjs';
import { stepOf } from './step.mjs';

// The kernel writes to standard output what it thinks; answers go there alone.
const answer = process.stdout.write.bind(process.stdout);
console.log = console.error;

// It never outlives whoever started it, also in the middle of a request.
const WATCH = `const { ppid } = process;
  setInterval(() => { if (process.ppid !== ppid) process.kill(process.pid, 'SIGKILL'); }, 500);`;
new Worker(WATCH, { eval: true }).unref();

const code = await WebAssembly.compile(readFileSync(createRequire(import.meta.url).resolve('replicad-opencascadejs/wasm')));
const instance = () => init({
  print: () => {},
  printErr: () => {},
  instantiateWasm: (imports, done) => {
    WebAssembly.instantiate(code, imports).then((made) => done(made, code));
    return {};
  },
});

const WORK = {
  measure: (oc, { shapes: recipes }) => {
    const { solid, measured } = shapesOf(oc);
    return recipes.map((recipe) => measured(solid(recipe)));
  },
  contours: (oc, { shapes: recipes }) => {
    const { contours } = shapesOf(oc);
    return recipes.map(({ recipe, height }) => contours(recipe, height));
  },
  read: (oc, { text }) => {
    const { read, measured, triangles } = shapesOf(oc);
    const shape = read(text);
    return { ...measured(shape), ...triangles(shape) };
  },
  step: (oc, { product }) => {
    const { solid, measured } = shapesOf(oc);
    const first = product.shapes.map((recipe) => solid(recipe));
    // The first time a solid is that which was measured; then one of its own.
    const given = (number, times) => (times ? solid(product.shapes[number]) : first[number]);
    return { measures: first.map(measured), text: stepOf(oc, given, product.nodes) };
  },
};

async function answered(line) {
  const request = JSON.parse(line);
  try {
    return { value: WORK[request.do](await instance(), request) };
  } catch (error) {
    return { problem: error instanceof Unmade ? error.message : 'The kernel gave it up.', cause: String((error && error.message) || error) };
  }
}

answer('ready\n');
for await (const line of createInterface({ input: process.stdin, crlfDelay: Infinity })) answer(`${JSON.stringify(await answered(line))}\n`);
