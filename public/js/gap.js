// Pictures of long slender parts leave their middle out: what is written on them as data-gap is "axis from till pixels".

// Millimetres of so many pixels along an axis of a picture (from where 0 mm is), perhaps beyond its gap.
export function unbroken(axis, pixels, scale, gap) {
  const [of, ...numbers] = (gap || '').split(' ');
  const [from, till, wide] = numbers.map(Number);
  if (of !== axis || pixels <= from * scale) return pixels / scale;
  if (pixels < from * scale + wide) return from + ((pixels - from * scale) / wide) * (till - from);
  return (pixels - wide) / scale + till - from;
}
