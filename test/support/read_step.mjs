// Reads STEP by occt-import-js (another build of that kernel than the one that writes): standard input to JSON: the tree of names with the
// numbers of meshes, and of each mesh its name, colour, box and volume (of triangles: chords).
import occt from 'occt-import-js';

const chunks = [];
for await (const chunk of process.stdin) chunks.push(chunk);
const reader = await occt();
const read = reader.ReadStepFile(Buffer.concat(chunks), { linearUnit: 'millimeter', linearDeflectionType: 'absolute_value', linearDeflection: 0.01, angularDeflection: 0.05 });

function measured({ name, color, attributes, index }) {
  const at = (number) => attributes.position.array.slice(3 * number, 3 * number + 3);
  const triples = Array.from({ length: index.array.length / 3 }, (_, n) => [0, 1, 2].map((k) => at(index.array[3 * n + k])));
  const volume = triples.reduce((sum, [[ax, ay, az], [bx, by, bz], [cx, cy, cz]]) => sum + (ax * (by * cz - bz * cy) + ay * (bz * cx - bx * cz) + az * (bx * cy - by * cx)) / 6, 0);
  const ends = [0, 1, 2].map((axis) => { const all = triples.flat().map((point) => point[axis]); return [all.reduce((a, b) => Math.min(a, b)), all.reduce((a, b) => Math.max(a, b))]; });
  return { name, color, volume, box: ends };
}
const tree = ({ name, meshes, children }) => ({ name, meshes, children: children.map(tree) });
process.stdout.write(JSON.stringify({ success: read.success, tree: tree(read.root), meshes: read.meshes.map(measured) }));
