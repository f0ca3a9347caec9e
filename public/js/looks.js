// How the picture of a workspace looks: the view, its texts, the tier, the part, the build mark; measuring and pointing in
// it. A mixin of the workspace.
import { get, words } from './api.js';
import { query } from './pick.js';
import { Zoom } from './zooming.js';
import { unbroken } from './gap.js';
import { picture } from './picture.js';

// The look as a query.
export function pictureOf({ view, texts, tier, onlyPart, build, measuring, axis, cut, density, selected, broken, onlyComponent, undrawn }, size = {}) {
  const parts = new URLSearchParams({ view, texts, tier });
  if (density && density !== 'selected') parts.set('density', density);
  // A feature is meant by each of its states.
  if (density === 'selected' && selected) parts.set('selected', selected.replace(/\.(built|shown)$/, ''));
  if (broken) parts.set('broken', 'yes');
  if (onlyPart) parts.set('part', onlyPart);
  if (onlyComponent) parts.set('only', onlyComponent);
  if (undrawn?.length) parts.set('without', undrawn.join(','));
  if (build) parts.set('build', `${build.part}:${build.step}`);
  if (measuring) parts.set('measure', 'yes');
  if (view === 'section') { parts.set('axis', axis); parts.set('cut', cut); }
  Object.entries(size).forEach(([name, pixels]) => parts.set(name, pixels));
  return parts.toString();
}

// A number of millimetres for people.
const millimetres = (number) => `${Number(number.toFixed(3))} mm`;

export function looks() {
  return {
    view: 'front',
    texts: 'number',
    tier: 'full',
    // Which dimensions are drawn: main, selected, all.
    density: 'selected',
    // Whether long slender parts are drawn with a break.
    broken: false,
    onlyPart: '',
    // The component that is drawn alone; those that are not drawn; whether all but the selected one are faint.
    onlyComponent: '',
    undrawn: [],
    faint: false,
    // Path of the component that was chosen in the picture.
    chosenComponent: '',
    build: null,
    axis: 'x',
    cut: 0.5,
    measuring: false,
    measured: [],
    distance: null,
    pointed: null,
    placeMarked: null,

    foldLooks(details) { details.open = false; },
    readAs(texts) { return this.look({ texts }); },
    lookFrom(view) {
      if (view !== this.view) Zoom.of(picture()).reset();
      const done = this.look({ view });
      this.remember();
      return done;
    },
    cutAcross(axis) { return this.look({ axis }); },
    cutAt(share) { this.cut = Number(share); return this.resolve(); },
    toggleBroken() { return this.look({ broken: !this.broken }); },
    // Of what is in view: slender enough, or drawn with a break already.
    canBeBroken() { return Boolean(this.state.svg) && /data-gap=|data-slender="yes"/.test(this.state.svg) && this.view !== 'solid'; },
    drawDimensions(density) { return this.look({ density }); },
    showTier(tier) { return this.look({ tier }); },
    showPart(onlyPart) { return this.look({ onlyPart }); },
    showComponent(onlyComponent) { return this.look({ onlyComponent }); },
    leaveUndrawn(select) { return this.look({ undrawn: Array.from(select.selectedOptions, (option) => option.value) }); },
    toggleFaint() { this.faint = !this.faint; this.markComponents(); },

    // A first click on a component selects it; the next one goes inside, level by level.
    pickComponent(path) {
      const steps = path.split('.').reduce((list, step) => (/^\d+$/.test(step) ? [...list.slice(0, -1), `${list.at(-1)}.${step}`] : [...list, step]), []);
      const paths = steps.map((_, at) => steps.slice(0, at + 1).join('.'));
      const at = paths.indexOf(this.chosenComponent);
      this.chosenComponent = paths[Math.min(at + 1, paths.length - 1)];
      this.select(`${this.chosenComponent.replace(/\.\d+(?=\.|$)/g, '')}.built`);
      window.dispatchEvent(new CustomEvent('component-picked', { detail: this.chosenComponent.split('.')[0] }));
      this.markComponents();
    },
    markComponents() {
      const chosen = this.chosenComponent;
      const within = (path) => path === chosen || path.startsWith(`${chosen}.`);
      picture().querySelectorAll('[data-component]').forEach((group) => {
        const mine = chosen && within(group.getAttribute('data-component'));
        group.classList.toggle('is-chosen', Boolean(mine));
        group.classList.toggle('is-faint', Boolean(this.faint && chosen && !mine));
      });
    },
    // A place in the picture, by view: [across, upwards] in mm; null for none.
    markPlace(places) { this.placeMarked = places; this.paintMark(); },
    paintMark() {
      const svg = picture().querySelector('svg');
      svg?.querySelector('.place-mark')?.remove();
      const at = this.placeMarked?.[this.view];
      if (!svg || !at) return;
      const [scale, left, base] = ['scale', 'left', 'base'].map((name) => Number(svg.getAttribute(`data-${name}`)));
      const mark = document.createElementNS(svg.namespaceURI, 'circle');
      Object.entries({ class: 'place-mark', cx: left + at[0] * scale, cy: base - at[1] * scale, r: 14 }).forEach(([name, value]) => mark.setAttribute(name, String(value)));
      svg.append(mark);
    },
    buildTo(build) { return this.look({ build }); },
    // Facts and findings are those of what is built so far.
    buildNote() { return this.build && (this.build.step ? `up to step ${this.build.step}` : 'of the stock alone'); },

    look(change) {
      Object.assign(this, change);
      this.clearMeasure();
      return this.resolve();
    },

    parts() { return this.state.parts || []; },
    canBeFlat() { return this.parts().some((part) => part.flat); },

    // Measuring: two marks of the picture, and the distance between them.
    toggleMeasuring() { return this.look({ measuring: !this.measuring, view: this.view === 'solid' ? 'front' : this.view }); },

    clearMeasure() { this.measured = []; this.distance = null; },

    async measureAt(event) {
      const mark = event.target.closest('[data-measure]');
      if (!mark) return;
      if (this.measured.length === 2) this.clearMeasure();
      this.measured = [...this.measured, { id: mark.getAttribute('data-measure'), label: mark.getAttribute('aria-label') }];
      picture().querySelectorAll('[data-measure]').forEach((one) => one.classList.toggle('measured', this.measured.some(({ id }) => id === one.getAttribute('data-measure'))));
      if (this.measured.length < 2) return;
      const [from, till] = this.measured.map(({ id }) => encodeURIComponent(id));
      try {
        this.distance = await get(`${this.api}/measure?from=${from}&till=${till}&${query(this.state.pick)}`);
      } catch (refusal) {
        this.tell(words(refusal));
      }
    },

    measureText() {
      if (!this.measured.length) return 'Choose two marks: centres, edges or faces.';
      return this.measured.map(({ label }) => label).join(' to ');
    },
    distances() {
      if (!this.distance) return [];
      return ['x', 'y', 'z'].map((axis) => ({ name: `along ${axis}`, text: millimetres(Math.abs(this.distance[axis])) })).concat({ name: 'true', text: millimetres(this.distance.true) });
    },

    // Pointing at a place for a new feature.
    pointFor(wanted) {
      this.pointed = wanted;
      if (wanted && ['solid', 'flat', 'section'].includes(this.view)) this.lookFrom('front');
      if (wanted) this.tell('Click the place in the picture.');
    },

    async pointAt(event) {
      const svg = picture().querySelector('svg');
      const { scale, left, base } = svg.dataset;
      const at = new DOMPoint(event.clientX, event.clientY).matrixTransform(svg.getScreenCTM().inverse());
      const { part, face } = this.pointed;
      const [x, y] = [['x', at.x - Number(left)], ['y', Number(base) - at.y]].map(([axis, pixels]) => unbroken(axis, pixels, Number(scale), svg.dataset.gap));
      const ask = new URLSearchParams({ part, face, view: this.view, x, y });
      try {
        const place = await get(`${this.api}/place?${ask}&${query(this.state.pick)}`);
        this.pointed = null;
        window.dispatchEvent(new CustomEvent('picture-pointed', { detail: { part, place } }));
      } catch (refusal) {
        this.tell(words(refusal));
      }
    },

    // Features with findings are marked in the picture, with what is wrong as their title.
    markFindings(place) {
      this.state.findings.forEach(({ path, level, message }) => {
        const name = path && path[2] === 'features' ? path[3] : null;
        const group = name && place.querySelector(`[data-feature="${CSS.escape(name)}"]`);
        if (!group) return;
        group.classList.add(`is-${level}`);
        const title = group.querySelector('title');
        if (title && !title.textContent.includes(message)) title.textContent = `${title.textContent}: ${message}`;
      });
    },

    rowText() {
      const rows = Object.values(this.state.pick.rows).filter(Boolean);
      return rows.length ? `in ${rows.join(' · ')}` : 'for free values';
    },
  };
}
