// The room that the model takes: its width beside the stage, large or not, a second picture beside the first. Kept for the
// person at this browser. A mixin of the workspace.
import { get } from './api.js';
import { query } from './pick.js';
import { Zoom } from './zooming.js';
import { desk } from './desk.js';
import { picture } from './picture.js';

const KEPT = 'lattice-room';
const LEAST = 320;
const STEP = 24;

const read = () => { try { return JSON.parse(localStorage.getItem(KEPT)) || {}; } catch { return {}; } };
// Width and height of a place in whole pixels, for the picture in it; nothing where it is not seen.
export function sizeOf(place) {
  const { clientWidth: width, clientHeight: height } = place || {};
  return width > 100 && height > 60 ? { width, height } : {};
}

export function room() {
  const kept = read();
  return {
    side: kept.side || 0,
    large: false,
    second: kept.second || '',
    secondRow: '',
    sized: '',
    pictureSize: {},
    roomTimer: null,

    // Called once the page is there.
    takeRoom() {
      this.setSide(this.side);
      this.watchRoom = new ResizeObserver(() => this.resized());
      this.watchRoom.observe(picture());
    },

    // The side and the second picture stay in this browser; the server has to know the first picture, to draw it so at once.
    remember() {
      localStorage.setItem(KEPT, JSON.stringify({ side: this.side, second: this.second }));
      this.pictureSize = { ...this.pictureSize, ...sizeOf(picture()) };
      const { width = '', height = '' } = this.pictureSize;
      document.cookie = `lattice_picture=${this.view}-${width}-${height}; path=/; max-age=31536000; SameSite=Lax`;
    },

    // The picture is asked for in the size that there is.
    resized() {
      const size = JSON.stringify(sizeOf(picture()));
      if (size === this.sized || this.view === 'solid' || size === '{}') return;
      clearTimeout(this.roomTimer);
      this.roomTimer = setTimeout(() => {
        this.sized = size;
        this.remember();
        if (!this.fits()) this.resolve();
      }, this.sized ? 120 : 0);
    },

    // Whether what is drawn has the size that there is.
    fits() {
      const svg = picture().querySelector('svg');
      const { width, height } = sizeOf(picture());
      return Boolean(svg) && svg.width.baseVal.value === width && svg.height.baseVal.value === height;
    },

    setSide(width) {
      const most = window.innerWidth - 360;
      this.side = width ? Math.round(Math.min(Math.max(width, LEAST), most)) : 0;
      this.$root.style.setProperty('--side', this.side ? `${this.side}px` : '');
    },
    dragDivider(event) {
      const divider = event.currentTarget;
      divider.setPointerCapture(event.pointerId);
      const follow = (moved) => this.setSide(window.innerWidth - moved.clientX);
      divider.addEventListener('pointermove', follow);
      divider.addEventListener('pointerup', () => { divider.removeEventListener('pointermove', follow); this.remember(); }, { once: true });
    },
    keyDivider(event) {
      const by = { ArrowLeft: STEP, ArrowRight: -STEP }[event.key];
      if (!by && event.key !== 'Home') return;
      event.preventDefault();
      this.setSide(by ? document.querySelector('.side').clientWidth + by : 0);
      this.remember();
    },

    toggleLarge() { this.large = !this.large; },
    leaveLarge() { this.large = false; },

    zoomIn() { Zoom.of(picture()).by(1.5); },
    zoomOut() { Zoom.of(picture()).by(1 / 1.5); },
    fitPicture() { Zoom.of(picture()).fit(); },
    zoomToSelected() { if (!Zoom.of(picture()).toSelected()) this.tell('Select a feature first: in the picture or in the list of steps.'); },

    setSecond(view) { this.second = view; this.remember(); },
    setSecondRow(row) { this.secondRow = row; },
  };
}

// The second picture: another view, or another row of the first table.
export function secondPicture() {
  return {
    heard: null,
    watch: null,
    asked: '',

    init() {
      this.heard = () => this.fetch();
      window.addEventListener('outcome', this.heard);
      ['second', 'secondRow'].forEach((name) => this.$watch(name, () => setTimeout(() => this.fetch())));
      this.watch = new ResizeObserver(() => this.fetch());
      this.watch.observe(this.place());
    },
    destroy() { window.removeEventListener('outcome', this.heard); this.watch.disconnect(); },

    place() { return this.$root.querySelector('.picture-second'); },

    async fetch() {
      const size = sizeOf(this.place());
      const { second, secondRow, state, tables, texts, tier } = desk;
      if (!second || second === 'solid' || !size.width) return;
      const [first] = tables;
      const rows = secondRow && first ? { ...state.pick.rows, [first.name]: secondRow } : state.pick.rows;
      const ask = `${query({ ...state.pick, rows })}&${new URLSearchParams({ view: second, texts, tier, ...size })}`;
      const wanted = `${ask}&version=${state.version}`;
      if (wanted === this.asked) return;
      this.asked = wanted;
      const { svg } = await get(`${desk.api}/picture?${ask}`).catch(() => ({ svg: '' }));
      if (wanted !== this.asked) return;
      this.place().innerHTML = svg || '<p class="empty">Nothing can be drawn.</p>';
      Zoom.of(this.place()).apply();
    },
  };
}
