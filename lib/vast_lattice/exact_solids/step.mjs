// STEP (ISO 10303-21) of a product: nodes [{name, bodies: [{name, shape, colour, place}], parts: [{name, node, place}]}, …], of which the
// last one is the whole. What is equal is there once, with many places. Lengths in mm. solidOf(number, times) gives the solid of a shape
// that was used so often already.

const SCHEMA = 'AP214IS';

export function stepOf(oc, solidOf, nodes) {
  const words = (text) => new oc.TCollection_ExtendedString(text, true);
  const named = (label, text) => oc.TDataStd_Name.Set(label, words(text));
  // A solid that is there under several names is several of its own: readers know products by their solids.
  const used = new Map();
  const solid = (number) => {
    const times = used.get(number) || 0;
    used.set(number, times + 1);
    return solidOf(number, times);
  };

  function location([x, y, z, ...axes]) {
    const [u, v, n] = [0, 3, 6].map((at) => axes.slice(at, at + 3));
    const transformation = new oc.gp_Trsf();
    transformation.SetValues(u[0], v[0], n[0], x, u[1], v[1], n[1], y, u[2], v[2], n[2], z);
    return new oc.TopLoc_Location(transformation);
  }

  const colourOf = (text) => {
    const parts = [1, 3, 5].map((at) => parseInt(text.slice(at, at + 2), 16) / 255);
    // Colours of the kernel are linear (sRGB, IEC 61966-2-1).
    const linear = parts.map((part) => (part <= 0.04045 ? part / 12.92 : ((part + 0.055) / 1.055) ** 2.4));
    return new oc.Quantity_ColorRGBA(...linear, 1);
  };

  const doc = new oc.TDocStd_Document(words('XmlXCAF'));
  const shapeTool = oc.XCAFDoc_DocumentTool.ShapeTool(doc.Main());
  const colourTool = oc.XCAFDoc_DocumentTool.ColorTool(doc.Main());

  const parts = new Map();
  function part({ name, shape, colour }) {
    const key = JSON.stringify([name, shape, colour]);
    if (!parts.has(key)) {
      const label = shapeTool.NewShape();
      shapeTool.SetShape(label, solid(shape));
      named(label, name);
      colourTool.SetColor(label, colourOf(colour), 'XCAFDoc_ColorGen');
      parts.set(key, label);
    }
    return parts.get(key);
  }

  const labels = [];
  nodes.forEach((node) => {
    const label = shapeTool.NewShape();
    named(label, node.name);
    node.bodies.forEach((body) => named(shapeTool.AddComponent(label, part(body), location(body.place)), body.name));
    node.parts.forEach(({ node: number, name, place }) => named(shapeTool.AddComponent(label, labels[number], location(place)), name));
    labels.push(label);
  });
  shapeTool.UpdateAssemblies();

  oc.Interface_Static.SetCVal('write.step.schema', SCHEMA);
  oc.Interface_Static.SetCVal('write.step.unit', 'MM');
  const writer = new oc.STEPCAFControl_Writer();
  writer.SetColorMode(true);
  writer.SetNameMode(true);
  const path = '/product.step';
  if (!writer.Perform(doc, path, new oc.Message_ProgressRange())) throw new Error('The kernel could not write STEP.');
  const text = oc.FS.readFile(path, { encoding: 'utf8' });
  oc.FS.unlink(path);
  return dated(text);
}

// Equal products are equal bytes: no time of writing, and uses are counted from one.
function dated(text) {
  let uses = 0;
  return text
    .replace(/FILE_DESCRIPTION\([\s\S]*?\);/, "FILE_DESCRIPTION(('Product'),'2;1');")
    .replace(/FILE_NAME\([\s\S]*?\);/, "FILE_NAME('product.step','1970-01-01T00:00:00',(''),(''),'','Vast Lattice','');")
    .replace(/NEXT_ASSEMBLY_USAGE_OCCURRENCE\('\d+'((?:'(?:[^']|'')*'|[^';])*;)/g, (_, rest) => `NEXT_ASSEMBLY_USAGE_OCCURRENCE('${uses += 1}'${rest.replace(/\n\s*/g, '')}`);
}
