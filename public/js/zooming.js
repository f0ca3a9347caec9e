// Looking closer at a flat picture: zoom to the pointer, move it, fit, zoom to what is selected; by wheel, keys, mouse and
// touch. What is looked at stays so while the picture is drawn anew.

const MOST = 400;
const STEP = 1.25;
// Pixels that a hand may move and still click.
const STILL = 4;
// From here on dimensions would cover what is looked at.
const CLOSE = 3;

// Of pictures by the element that holds them.
const zooms = new WeakMap();

export class Zoom {
  // The one of a place, made when it is first asked for.
  static of(place) {
    if (!zooms.has(place)) zooms.set(place, new Zoom(place));
    return zooms.get(place);
  }

  constructor(place) {
    this.place = place;
    this.hands = new Map();
    this.moved = false;
    this.reset();
    place.addEventListener('wheel', (event) => this.wheel(event), { passive: false });
    place.addEventListener('pointerdown', (event) => this.down(event));
    place.addEventListener('pointermove', (event) => this.move(event));
    ['pointerup', 'pointercancel'].forEach((name) => place.addEventListener(name, (event) => this.up(event)));
    // A hand that has moved the picture has not clicked in it.
    place.addEventListener('click', (event) => { if (this.moved) { event.stopImmediatePropagation(); event.preventDefault(); } }, true);
    place.addEventListener('keydown', (event) => this.key(event));
  }

  get svg() { return this.place.querySelector('svg'); }

  reset() { this.factor = 1; this.centre = [0.5, 0.5]; }

  // Shows the part of the picture that is looked at.
  apply() {
    const { svg } = this;
    if (!svg) return;
    const [width, height] = [svg.width.baseVal.value, svg.height.baseVal.value];
    const [wide, high] = [width / this.factor, height / this.factor];
    svg.setAttribute('viewBox', [this.centre[0] * width - wide / 2, this.centre[1] * height - high / 2, wide, high].join(' '));
    this.place.classList.toggle('is-zoomed', this.factor > 1);
    this.place.classList.toggle('is-close', this.factor > CLOSE);
  }

  // A point of the screen in the picture.
  point(x, y) { return new DOMPoint(x, y).matrixTransform(this.svg.getScreenCTM().inverse()); }

  shift(x, y) {
    const { svg } = this;
    const keep = (share) => Math.min(Math.max(share, 0), 1);
    this.centre = [keep(this.centre[0] + x / svg.width.baseVal.value), keep(this.centre[1] + y / svg.height.baseVal.value)];
    this.apply();
  }

  // Zooms so that what is under a point of the screen stays there.
  to(factor, x, y) {
    if (!this.svg) return;
    const before = this.point(x, y);
    this.factor = Math.min(Math.max(factor, 1), MOST);
    if (this.factor === 1) { this.fit(); return; }
    this.apply();
    const after = this.point(x, y);
    this.shift(before.x - after.x, before.y - after.y);
  }

  // The same around the middle.
  by(factor) {
    const box = this.place.getBoundingClientRect();
    this.to(this.factor * factor, box.left + box.width / 2, box.top + box.height / 2);
  }

  fit() { this.reset(); this.apply(); }

  // What is selected, with as much around it.
  toSelected() {
    const chosen = this.svg && Array.from(this.svg.querySelectorAll('.feature.selected'));
    if (!chosen || !chosen.length) return false;
    const boxes = chosen.map((one) => one.getBBox());
    const [left, top] = [Math.min(...boxes.map((box) => box.x)), Math.min(...boxes.map((box) => box.y))];
    const [right, bottom] = [Math.max(...boxes.map((box) => box.x + box.width)), Math.max(...boxes.map((box) => box.y + box.height))];
    const { svg } = this;
    const [width, height] = [svg.width.baseVal.value, svg.height.baseVal.value];
    this.factor = Math.min(Math.max(Math.min(width / ((right - left) * 3), height / ((bottom - top) * 3)), 1), MOST);
    this.centre = [(left + right) / 2 / width, (top + bottom) / 2 / height];
    this.apply();
    return true;
  }

  wheel(event) {
    if (!this.svg) return;
    event.preventDefault();
    this.to(this.factor * Math.exp(-event.deltaY * 0.0016), event.clientX, event.clientY);
  }

  down(event) {
    if (event.button > 1) return;
    this.hands.set(event.pointerId, [event.clientX, event.clientY]);
    if (this.hands.size === 1) { this.moved = false; this.begun = [event.clientX, event.clientY]; }
  }

  move(event) {
    const before = this.hands.get(event.pointerId);
    if (!before || !this.svg) return;
    const now = [event.clientX, event.clientY];
    if (!this.moved && Math.hypot(now[0] - this.begun[0], now[1] - this.begun[1]) < STILL && this.hands.size === 1) return;
    if (!this.moved) { this.moved = true; this.place.setPointerCapture(event.pointerId); }
    if (this.hands.size === 2) this.pinch(event.pointerId, before, now);
    else if (this.factor > 1) { const [from, till] = [this.point(...before), this.point(...now)]; this.shift(from.x - till.x, from.y - till.y); }
    this.hands.set(event.pointerId, now);
  }

  // Two fingers: how far they are apart zooms, where their middle goes moves.
  pinch(id, before, now) {
    const other = Array.from(this.hands).find(([name]) => name !== id)[1];
    const apart = (one) => Math.max(Math.hypot(one[0] - other[0], one[1] - other[1]), 1);
    const middle = [(now[0] + other[0]) / 2, (now[1] + other[1]) / 2];
    this.to(this.factor * (apart(now) / apart(before)), ...middle);
    const [from, till] = [this.point((before[0] + other[0]) / 2, (before[1] + other[1]) / 2), this.point(...middle)];
    this.shift(from.x - till.x, from.y - till.y);
  }

  up(event) { this.hands.delete(event.pointerId); }

  key(event) {
    if (event.ctrlKey || event.altKey || event.metaKey) return;
    const far = 40;
    const pan = (x, y) => () => { const { a } = this.svg.getScreenCTM(); this.shift(x / a, y / a); };
    const acts = { '+': () => this.by(STEP), '=': () => this.by(STEP), '-': () => this.by(1 / STEP), 0: () => this.fit(), f: () => this.fit(), s: () => this.toSelected(),
      ArrowLeft: pan(-far, 0), ArrowRight: pan(far, 0), ArrowUp: pan(0, -far), ArrowDown: pan(0, far) };
    const act = acts[event.key];
    if (!act || !this.svg || (event.key.startsWith('Arrow') && this.factor === 1)) return;
    event.preventDefault();
    event.stopPropagation();
    act();
  }
}
