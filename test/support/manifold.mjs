// Volumes by manifold-3d. Standard input: a JSON list of solids, each a list of steps in order: {op: "add" | "cut",
// kind: "box", low, high} | {kind: "cone", from, to, radii} | {kind: "prism", points, low, high, axis}; lengths in
// mm. A prism's points lie across its axis: x, y for z; y, z for x. Writes a list of [volume in mm3, surface in mm2].
import Module from 'manifold-3d';

const { Manifold, CrossSection } = await Module().then((module) => { module.setup(); return module; });
// Polygons of the same area as their circles.
const SEGMENTS = 144;
const LARGER = Math.sqrt((2 * Math.PI / SEGMENTS) / Math.sin(2 * Math.PI / SEGMENTS));

const minus = (one, other) => one.map((part, index) => part - other[index]);
const length = (one) => Math.hypot(...one);
const cross = ([a, b, c], [d, e, f]) => [b * f - c * e, c * d - a * f, a * e - b * d];
const unit = (one) => one.map((part) => part / length(one));

// Columns u, v, n and the origin as the matrix that manifold takes.
const place = (body, u, v, n, origin) => body.transform([...u, 0, ...v, 0, ...n, 0, ...origin, 1]);

const shape = {
  box: ({ low, high }) => Manifold.cube(minus(high, low)).translate(low),
  cone: ({ from, to, radii }) => {
    const axis = minus(to, from);
    const n = unit(axis);
    const u = unit(cross(Math.abs(n[0]) < 0.9 ? [1, 0, 0] : [0, 1, 0], n));
    return place(Manifold.cylinder(length(axis), radii[0] * LARGER, radii[1] * LARGER, SEGMENTS), u, cross(n, u), n, from);
  },
  prism: ({ points, low, high, axis }) => {
    const body = new CrossSection([points], 'Positive').extrude(high - low).translate([0, 0, low]);
    return axis === 'x' ? place(body, [0, 1, 0], [0, 0, 1], [1, 0, 0], [0, 0, 0]) : body;
  },
};

const made = (steps) => steps.reduce((left, step) => {
  const body = shape[step.kind](step);
  if (left === null) return body;
  return step.op === 'add' ? left.add(body) : left.subtract(body);
}, null);

// With "meet" a pair of solids, the second one turned by degrees about x, y and z and moved: the volume that both share.
const shared = ({ meet: [one, other], turns, move }) => made(one).intersect(turns.reduce((body, degrees, axis) => body.rotate([0, 1, 2].map((at) => (at === axis ? degrees : 0))), made(other)).translate(move)).volume();

const solids = JSON.parse(await new Response(process.stdin).text());
process.stdout.write(JSON.stringify(solids.map((one) => (one.meet ? shared(one) : ((body) => [body.volume(), body.surfaceArea()])(made(one))))));
