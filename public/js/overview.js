// All of a lattice in a few pixels: a column for each variant, a line for each part and feature, the part in sight framed.
// A click, or dragging, goes there.
const LINE = 3;
const MOST = 132;

export class Overview {
  // +canvas+ shows what +sheet+ (a SheetView) holds; +stateOf+ gives the word of a line at a column.
  constructor(canvas, sheet, stateOf) {
    this.canvas = canvas;
    this.sheet = sheet;
    this.stateOf = stateOf;
    const go = (event) => { if (event.buttons & 1 || event.type === 'click') this.go(event); };
    canvas.addEventListener('click', go);
    canvas.addEventListener('pointermove', go);
    sheet.root.addEventListener('scroll', () => this.frame());
  }

  // Pixels of a variant; the first column of the sheet holds names.
  get wide() { return this.canvas.width / Math.max(this.sheet.columns.length - 1, 1); }

  draw() {
    const { canvas, sheet } = this;
    const lines = sheet.rows.filter(({ states }) => states);
    const tall = Math.max(Math.min(LINE, MOST / Math.max(lines.length, 1)), 0.5);
    canvas.width = canvas.clientWidth;
    canvas.height = Math.ceil(lines.length * tall);
    canvas.style.height = `${canvas.height}px`;
    const pen = canvas.getContext('2d');
    const style = getComputedStyle(canvas);
    const colours = Object.fromEntries(['shown', 'hidden', 'suppressed', 'undefined'].map((state) => [state, style.getPropertyValue(`--state-${state}`)]));
    sheet.columns.slice(1).forEach((column, at) => lines.forEach((line, number) => {
      pen.fillStyle = colours[this.stateOf(line, column)];
      pen.fillRect(at * this.wide, number * tall, this.wide + 0.5, tall + 0.5);
    }));
    this.picture = pen.getImageData(0, 0, canvas.width || 1, canvas.height || 1);
    this.frame();
  }

  // What the sheet shows now.
  frame() {
    if (!this.picture) return;
    const { canvas, sheet: { root, columns } } = this;
    const pen = canvas.getContext('2d');
    const [first, last] = [columns[0], columns[columns.length - 1]];
    const share = canvas.width / Math.max(last.left + last.width - first.width, 1);
    pen.putImageData(this.picture, 0, 0);
    pen.strokeStyle = getComputedStyle(canvas).getPropertyValue('--ink');
    pen.lineWidth = 2;
    pen.strokeRect(root.scrollLeft * share + 1, 1, Math.max((root.clientWidth - first.width) * share - 2, 3), canvas.height - 2);
  }

  go(event) {
    const { columns, root } = this.sheet;
    const column = columns[1 + Math.min(Math.floor(event.offsetX / this.wide), columns.length - 2)];
    root.scrollLeft = column.left - columns[0].width - (root.clientWidth - columns[0].width) / 2;
  }
}
