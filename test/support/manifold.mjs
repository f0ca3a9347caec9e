// Volumes by manifold-3d. Standard input: a JSON list of plates, each {outline, thickness, cuts}, where an
// outline or cut is {kind: "rectangle" | "circle" | "slot", ...} in mm. Writes the list of volumes in mm3.
import Module from 'manifold-3d';

const { setup, CrossSection, setCircularSegments } = await Module().then((module) => { module.setup(); return module; });
setCircularSegments(360);

const shape = {
  circle: ({ x, y, diameter }) => CrossSection.circle(diameter / 2).translate([x, y]),
  rectangle: ({ x, y, width, height }) => CrossSection.square([width, height], true).translate([x, y]),
  slot: ({ x, y, length, width }) => {
    const half = (length - width) / 2;
    const ends = [-half, half].map((offset) => CrossSection.circle(width / 2).translate([offset, 0]));
    return CrossSection.square([2 * half, width], true).add(ends[0]).add(ends[1]).translate([x, y]);
  },
};
const make = (item) => shape[item.kind](item);

const plates = JSON.parse(await new Response(process.stdin).text());
const volumes = plates.map(({ outline, thickness, cuts }) =>
  cuts.reduce((left, cut) => left.subtract(make(cut).extrude(thickness * 3).translate([0, 0, -thickness])), make(outline).extrude(thickness)).volume());
process.stdout.write(JSON.stringify(volumes));
