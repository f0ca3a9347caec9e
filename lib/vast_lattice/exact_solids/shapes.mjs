// Solids of the geometry kernel from what ours are made of: a body is a prism (loops of [x, y, bulge] in a frame, from low to high) or
// a ring (radii about the frame's n). Lengths in mm; a frame is twelve numbers: origin, u, v, n.

export class Unmade extends Error {}

// More triangles are too many for a picture of a part.
const MOST = 6000;

export const frameOf = (numbers) => ({
  origin: numbers.slice(0, 3), u: numbers.slice(3, 6), v: numbers.slice(6, 9), n: numbers.slice(9, 12),
  point(x, y, height = 0) { return [0, 1, 2].map((at) => this.origin[at] + this.u[at] * x + this.v[at] * y + this.n[at] * height); },
});

export function shapesOf(oc) {
  const pnt = (point) => new oc.gp_Pnt(...point);
  const dir = (vector) => new oc.gp_Dir(...vector);
  const range = () => new oc.Message_ProgressRange();

  function edge(frame, height, from, till) {
    const [x0, y0, bulge] = from;
    const [x1, y1] = till;
    const ends = [pnt(frame.point(x0, y0, height)), pnt(frame.point(x1, y1, height))];
    if (bulge === 0) return new oc.BRepBuilderAPI_MakeEdge(...ends).Edge();

    // The middle of the arc lies beside that of its chord, as far as the bulge says.
    const middle = [(x0 + x1) / 2 + bulge * (y1 - y0) / 2, (y0 + y1) / 2 - bulge * (x1 - x0) / 2];
    const arc = new oc.GC_MakeArcOfCircle(ends[0], pnt(frame.point(...middle, height)), ends[1]);
    return new oc.BRepBuilderAPI_MakeEdge(arc.Value()).Edge();
  }

  // Two halves of one circle.
  function circle(loop) {
    if (loop.length !== 2 || loop.some(([, , bulge]) => Math.abs(bulge - 1) > 1e-12)) return null;
    const [[x0, y0], [x1, y1]] = loop;
    return { x: (x0 + x1) / 2, y: (y0 + y1) / 2, radius: Math.hypot(x1 - x0, y1 - y0) / 2 };
  }

  function wire(frame, height, loop) {
    const maker = new oc.BRepBuilderAPI_MakeWire();
    const round = circle(loop);
    if (round) {
      const axis = new oc.gp_Ax2(pnt(frame.point(round.x, round.y, height)), dir(frame.n), dir(frame.u));
      maker.Add(new oc.BRepBuilderAPI_MakeEdge(new oc.gp_Circ(axis, round.radius)).Edge());
    } else {
      loop.forEach((from, at) => maker.Add(edge(frame, height, from, loop[(at + 1) % loop.length])));
    }
    return maker.Wire();
  }

  const prism = ({ frame: numbers, loops, low, high }) => {
    const frame = frameOf(numbers);
    const [outer, ...holes] = loops.map((loop) => wire(frame, low, loop));
    const maker = new oc.BRepBuilderAPI_MakeFace(outer, true);
    holes.forEach((hole) => maker.Add(oc.TopoDS.Wire(hole.Reversed())));
    return new oc.BRepPrimAPI_MakePrism(maker.Face(), new oc.gp_Vec(...frame.n.map((part) => part * (high - low)))).Shape();
  };

  // What stands between the radii, turned once about the axis.
  const ring = ({ frame: numbers, low, high, outer, inner }) => {
    const frame = frameOf(numbers);
    const corners = [[inner[0], low], [outer[0], low], [outer[1], high], [inner[1], high]]
      .filter(([radius, height], at, all) => Math.hypot(radius - all[(at + 3) % 4][0], height - all[(at + 3) % 4][1]) > 1e-9);
    const maker = new oc.BRepBuilderAPI_MakeWire();
    corners.forEach(([radius, height], at) => {
      const [nextRadius, nextHeight] = corners[(at + 1) % corners.length];
      maker.Add(new oc.BRepBuilderAPI_MakeEdge(pnt(frame.point(radius, 0, height)), pnt(frame.point(nextRadius, 0, nextHeight))).Edge());
    });
    const face = new oc.BRepBuilderAPI_MakeFace(maker.Wire(), true).Face();
    return new oc.BRepPrimAPI_MakeRevol(face, new oc.gp_Ax1(pnt(frame.origin), dir(frame.n))).Shape();
  };

  let files = 0;

  // The solids of a STEP file, as one shape.
  function read(text) {
    files += 1;
    const path = `/${files}.step`;
    oc.FS.writeFile(path, text);
    const reader = new oc.STEPControl_Reader();
    reader.ReadFile(path);
    oc.FS.unlink(path);
    if (reader.TransferRoots(range()) < 1) throw new Unmade('There is nothing in the file that the kernel can read.');
    const shape = reader.OneShape();
    if (count(shape) < 1) throw new Unmade('There is no solid in the file.');
    return shape;
  }

  const body = (one) => ({ ring, prism, file: ({ text }) => read(text) })[one.kind](one);

  const list = (shapes) => shapes.reduce((found, shape) => { found.Append(shape); return found; }, new oc.NCollection_List_TopoDS_Shape());

  function combined(Operation, one, others) {
    const operation = new Operation();
    operation.SetArguments(list([one]));
    operation.SetTools(list(others));
    operation.SetRunParallel(false);
    operation.Build(range());
    if (!operation.IsDone() || operation.HasErrors()) throw new Unmade('Its pieces cannot be put together.');
    return operation.Shape();
  }

  // Faces that lie in one surface become one.
  function unified(shape) {
    const upgrade = new oc.ShapeUpgrade_UnifySameDomain(shape, true, true, false);
    upgrade.Build();
    return upgrade.Shape();
  }

  // A solid from the bodies of its blank and what is added and cut, one after the other: {bodies, steps: [{operation, bodies}, …]}.
  function solid({ bodies, steps }) {
    const [first, ...others] = bodies.map(body);
    const blank = others.length ? combined(oc.BRepAlgoAPI_Fuse, first, others) : first;
    const made = steps.reduce((left, { operation, bodies: tools }) => (
      combined(operation === 'cut' ? oc.BRepAlgoAPI_Cut : oc.BRepAlgoAPI_Fuse, left, tools.map(body))), blank);
    return others.length || steps.length ? unified(made) : made;
  }

  // Volume in mm3, surface in mm2, centre of mass, box [low, high] in mm, and whether the kernel finds it sound.
  function measured(shape) {
    const volume = new oc.GProp_GProps();
    oc.BRepGProp.VolumeProperties(shape, volume, 1e-9, false, false);
    const surface = new oc.GProp_GProps();
    oc.BRepGProp.SurfaceProperties(shape, surface, 1e-9, false);
    const centre = volume.CentreOfMass();
    const box = new oc.Bnd_Box();
    oc.BRepBndLib.AddOptimal(shape, box, false, false);
    const corner = (point) => [point.X(), point.Y(), point.Z()];
    return { volume: volume.Mass(), surface: surface.Mass(), centre: corner(centre), box: [corner(box.CornerMin()), corner(box.CornerMax())],
      solids: count(shape), sound: new oc.BRepCheck_Analyzer(shape, true, false, false).IsValid() };
  }

  function count(shape) {
    const explorer = new oc.TopExp_Explorer(shape, oc.TopAbs_ShapeEnum.TopAbs_SOLID, oc.TopAbs_ShapeEnum.TopAbs_SHAPE);
    let found = 0;
    for (; explorer.More(); explorer.Next()) found += 1;
    return found;
  }

  function each(shape, kind) {
    const explorer = new oc.TopExp_Explorer(shape, kind, oc.TopAbs_ShapeEnum.TopAbs_SHAPE);
    const found = [];
    for (; explorer.More(); explorer.Next()) found.push(explorer.Current());
    return found;
  }

  const TURN = 2 * Math.PI;
  const around = (angle) => ((angle % TURN) + TURN) % TURN;

  // A line between two points, or an arc counter-clockwise from an angle over a sweep.
  function stroke(made) {
    const curve = new oc.BRepAdaptor_Curve(oc.TopoDS.Edge(made));
    const [first, last] = [curve.FirstParameter(), curve.LastParameter()];
    const [from, middle, till] = [first, (first + last) / 2, last].map((at) => { const point = curve.EvalD0(at); return [point.X(), point.Y()]; });
    if (curve.GetType() === oc.GeomAbs_CurveType.GeomAbs_Line) return { from, till };
    if (curve.GetType() !== oc.GeomAbs_CurveType.GeomAbs_Circle) throw new Unmade('Its outline is no line and no arc somewhere.');

    const round = curve.Circle();
    const centre = [round.Location().X(), round.Location().Y()];
    if (last - first > TURN - 1e-9) return { centre, radius: round.Radius(), start: 0, sweep: TURN };
    const [begin, between, end] = [from, middle, till].map(([x, y]) => Math.atan2(y - centre[1], x - centre[0]));
    const ahead = around(between - begin) < around(end - begin);
    return { centre, radius: round.Radius(), start: ahead ? begin : end, sweep: ahead ? around(end - begin) : around(begin - end) };
  }

  // Contours of the faces of a flat solid at a height: lists of strokes.
  function contours(recipe, height) {
    const level = (shape) => {
      const box = new oc.Bnd_Box();
      oc.BRepBndLib.AddOptimal(shape, box, false, false);
      return [box.CornerMin().Z(), box.CornerMax().Z()].every((z) => Math.abs(z - height) < 1e-6);
    };
    const { TopAbs_FACE: face, TopAbs_WIRE: ring, TopAbs_EDGE: side } = oc.TopAbs_ShapeEnum;
    return each(solid(recipe), face).filter(level).flatMap((one) => each(one, ring)).map((one) => each(one, side).map(stroke));
  }

  // Triangles of a shape, coarser where they would be too many: {points: [x, y, z, …], triangles: [numbers of points, …]}.
  function triangles(shape) {
    const box = new oc.Bnd_Box();
    oc.BRepBndLib.AddOptimal(shape, box, false, false);
    const [low, high] = [box.CornerMin(), box.CornerMax()];
    const size = Math.hypot(high.X() - low.X(), high.Y() - low.Y(), high.Z() - low.Z());
    for (const [chord, turn] of [[400, 0.3], [150, 0.45], [60, 0.7]]) {
      new oc.BRepMesh_IncrementalMesh(shape, size / chord, false, turn, false);
      const found = gathered(shape);
      if (found.triangles.length <= 3 * MOST) return found;
      oc.BRepTools.Clean(shape, true);
    }
    throw new Unmade(`It would take more than ${MOST} triangles to show it.`);
  }

  function gathered(shape) {
    const found = { points: [], triangles: [] };
    each(shape, oc.TopAbs_ShapeEnum.TopAbs_FACE).forEach((one) => {
      const face = oc.TopoDS.Face(one);
      const location = new oc.TopLoc_Location();
      const mesh = oc.BRep_Tool.Triangulation(face, location, 0);
      if (!mesh) return;
      const move = location.Transformation();
      const first = found.points.length / 3;
      for (let at = 1; at <= mesh.NbNodes(); at += 1) {
        const point = mesh.Node(at).Transformed(move);
        found.points.push(...[point.X(), point.Y(), point.Z()].map((part) => Math.round(part * 1e6) / 1e6));
      }
      const turned = face.Orientation() === oc.TopAbs_Orientation.TopAbs_REVERSED;
      for (let at = 1; at <= mesh.NbTriangles(); at += 1) {
        const triangle = mesh.Triangle(at);
        const corners = [triangle.Value(1), triangle.Value(2), triangle.Value(3)].map((corner) => first + corner - 1);
        found.triangles.push(...(turned ? corners.reverse() : corners));
      }
    });
    return found;
  }

  return { solid, measured, contours, read, triangles };
}
