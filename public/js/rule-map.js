// The map of who decides whom: what is in the middle, what decides it and what that reads on the left, what reads it and what
// follows on the right. It is walked by clicks or keys, and filtered by words and kinds.
import { get, words } from './api.js';
import { leadTo } from './leading.js';
import { query } from './pick.js';
import { desk } from './desk.js';

const NS = 'http://www.w3.org/2000/svg';
// Height of a line, its gap, width of a box, and most boxes in a column.
const LINE = 24;
const GAP = 8;
const MOST = 30;
// Kinds of links that can be left out.
export const KINDS = ['rule', 'rule table', 'price', 'table', 'formula', 'condition', 'step', 'label'];
const MARKS = { rule: 'rule', 'rule table': 'rule', table: 'table', formula: 'formula', condition: 'formula' };

const unique = (list) => [...new Set(list)];

// The columns round what is in the middle: lists of {key, text, kind} and the lines between neighbours, as pairs of keys.
export function columnsOf(links, middle) {
  const name = (text) => ({ key: `name ${text}`, text, kind: 'name' });
  const link = (one) => ({ key: `link ${links.indexOf(one)}`, text: one.name, kind: one.kind, link: one });
  if (middle.link) {
    const { reads, decides } = middle.link;
    const own = link(middle.link);
    return { columns: [reads.map(name), [own], decides.map(name)], lines: [...reads.map((one) => [name(one).key, own.key]), ...decides.map((one) => [own.key, name(one).key])] };
  }
  const deciders = links.filter((one) => one.decides.includes(middle.name));
  const readers = links.filter((one) => one.reads.includes(middle.name));
  const before = unique(deciders.flatMap(({ reads }) => reads));
  const after = unique(readers.flatMap(({ decides }) => decides));
  // A name may stand on both sides of the middle: keys tell the side.
  const at = (side) => (item) => ({ ...item, key: `${side} ${item.key}` });
  const own = name(middle.name);
  return {
    columns: [before.map(name).map(at('l')), deciders.map(link).map(at('l')), [own], readers.map(link).map(at('r')), after.map(name).map(at('r'))],
    lines: [
      ...deciders.flatMap((one) => one.reads.map((read) => [at('l')(name(read)).key, at('l')(link(one)).key])),
      ...deciders.map((one) => [at('l')(link(one)).key, own.key]), ...readers.map((one) => [own.key, at('r')(link(one)).key]),
      ...readers.flatMap((one) => one.decides.map((decided) => [at('r')(link(one)).key, at('r')(name(decided)).key])),
    ],
  };
}

function element(tag, attributes, text) {
  const made = document.createElementNS(NS, tag);
  Object.entries(attributes).forEach(([key, value]) => made.setAttribute(key, value));
  if (text !== undefined) made.textContent = text;
  return made;
}

export function ruleMap() {
  return {
    links: [],
    titles: {},
    mapOpen: false,
    middle: null,
    trail: [],
    hidden: [],
    told: '',
    renewedMap: null,

    init() {
      this.renewedMap = () => { if (this.mapOpen) this.loadMap(); };
      window.addEventListener('renewed', this.renewedMap);
    },
    destroy() { window.removeEventListener('renewed', this.renewedMap); },

    async toggleMap() {
      this.mapOpen = !this.mapOpen;
      if (this.mapOpen) await this.loadMap();
    },
    async loadMap() {
      try {
        const { links, names } = await get(`${desk.api}/links`);
        Object.assign(this, { links, titles: names, told: '' });
        const known = this.middle && (this.middle.name in names || links.some((one) => one.name === this.middle.name && one.kind === this.middle.kind));
        if (!known) this.middle = this.firstMiddle();
        this.drawMap();
      } catch (refusal) {
        this.told = words(refusal);
      }
    },
    // What is selected, or what most depends on.
    firstMiddle() {
      if (desk.selected in this.titles) return { name: desk.selected };
      const counts = Object.keys(this.titles).map((name) => [this.links.filter((one) => one.reads.includes(name)).length, name]);
      const [, name] = counts.sort(([one], [other]) => Number(other) - Number(one))[0] || [0, ''];
      return { name };
    },
    kinds() { return KINDS.filter((kind) => this.links.some((one) => one.kind === kind)); },
    isShown(kind) { return !this.hidden.includes(kind); },
    toggleKind(kind) {
      this.hidden = this.isShown(kind) ? [...this.hidden, kind] : this.hidden.filter((one) => one !== kind);
      this.drawMap();
    },
    // All that can be gone to.
    placesToGo() { return [...Object.entries(this.titles).map(([name, title]) => ({ key: name, text: title })), ...this.links.filter(({ kind }) => kind.startsWith('rule')).map((one) => ({ key: one.name, text: one.kind }))]; },
    goByName(input) {
      const text = input.value.trim().toLowerCase();
      const name = Object.keys(this.titles).find((one) => one.toLowerCase() === text || this.titles[one].toLowerCase() === text);
      const link = this.links.find((one) => one.name.toLowerCase() === text);
      if (!name && !link) { this.told = text ? `Nothing is called "${input.value}".` : ''; return; }
      input.value = '';
      this.goTo(name ? { name } : { name: link.name, kind: link.kind });
    },
    goTo(middle) {
      if (this.middle) this.trail = [...this.trail.slice(-5), this.middle];
      this.middle = middle;
      this.told = '';
      this.drawMap();
      this.$nextTick(() => this.$root.querySelector('.map-middle')?.focus());
    },
    goBack(at) {
      const middle = this.trail[at];
      this.trail = this.trail.slice(0, at);
      this.middle = middle;
      this.drawMap();
    },
    middleText({ name, kind }) { return kind ? `${kind} ${name}` : name; },
    mapText() {
      if (!this.middle) return '';
      if (this.middle.kind) return `${this.middleText(this.middle)}: what it reads, and what it decides.`;
      const { name } = this.middle;
      const number = (list, word) => `${list.length} ${word}${list.length === 1 ? '' : 's'}`;
      const decide = this.links.filter((one) => one.decides.includes(name));
      const read = this.links.filter((one) => one.reads.includes(name));
      return `${this.titles[name] || name}: ${number(decide, 'decider')}, ${number(read, 'reader')}.`;
    },
    // Where what is in the middle stands.
    middlePlace() {
      const link = this.middle && this.middle.kind && this.links.find((one) => one.name === this.middle.name && one.kind === this.middle.kind);
      return link ? leadTo(desk.state.slug, link.path, query(desk.state.pick)) : '';
    },
    selectMiddle() { if (this.middle && !this.middle.kind) desk.select(this.middle.name); },

    drawMap() {
      const svg = this.$root.querySelector('.map-picture');
      if (!svg || !this.middle) return;
      const shown = this.links.filter(({ kind }) => this.isShown(kind));
      const link = this.middle.kind && shown.find((one) => one.name === this.middle.name && one.kind === this.middle.kind);
      const { columns, lines } = columnsOf(shown, link ? { link } : this.middle);
      const wide = Math.max(svg.parentElement.clientWidth, 620);
      const across = wide / columns.length;
      const box = Math.min(across - 20, 220);
      const tall = Math.max(...columns.map((list) => Math.min(list.length, MOST + 1)), 3) * (LINE + GAP) + GAP;
      const places = {};
      const boxes = columns.flatMap((list, column) => {
        const kept = list.slice(0, MOST);
        const rest = list.length - kept.length;
        const top = (tall - (kept.length + (rest ? 1 : 0)) * (LINE + GAP)) / 2 + GAP / 2;
        const x = column * across + (across - box) / 2;
        const made = kept.map((item, row) => {
          places[item.key] = { x, y: top + row * (LINE + GAP) };
          return this.boxOf(item, places[item.key], box, item.key === `name ${this.middle.name}` || (link && item.link === link));
        });
        return rest ? [...made, element('text', { x: x + 7, y: top + kept.length * (LINE + GAP) + 16, class: 'map-more' }, `and ${rest} more`)] : made;
      });
      const drawn = lines.filter((pair) => pair.every((key) => places[key])).map(([from, to]) => {
        const [one, other] = [places[from], places[to]];
        const [x, y, till, end] = [one.x + box, one.y + LINE / 2, other.x, other.y + LINE / 2];
        const bend = (till - x) / 2;
        return element('path', { class: 'map-line', d: `M${x} ${y}C${x + bend} ${y} ${till - bend} ${end} ${till} ${end}` });
      });
      svg.setAttribute('viewBox', `0 0 ${wide} ${tall}`);
      svg.setAttribute('height', tall);
      svg.replaceChildren(...drawn, ...boxes);
      // What is in the middle is in sight.
      this.$nextTick(() => { svg.parentElement.scrollTop = (svg.parentElement.scrollHeight - svg.parentElement.clientHeight) / 2; });
    },
    boxOf(item, { x, y }, width, middle) {
      const label = item.kind === 'name' ? `${item.text}, ${this.titles[item.text] || ''}` : `${item.kind} ${item.text}`;
      const group = element('g', { class: `map-box map-${item.kind.replace(' ', '-')}${middle ? ' map-middle' : ''}`, tabindex: 0, role: 'button', 'aria-label': label });
      group.append(element('title', {}, label), element('rect', { x, y, width, height: LINE, rx: item.kind === 'name' ? 1 : 11 }));
      const mark = MARKS[item.kind];
      if (mark) group.append(element('use', { href: `#mark-${mark}`, x: x + 6, y: y + 6, width: 12, height: 12 }));
      // Cut off where it is too long; the label says all.
      const room = element('svg', { x: x + (mark ? 23 : 7), y, width: width - (mark ? 28 : 12), height: LINE });
      room.append(element('text', { x: 0, y: 16 }, item.text));
      group.append(room);
      const go = () => { if (!middle) this.goTo(item.kind === 'name' ? { name: item.text } : { name: item.text, kind: item.kind }); };
      group.addEventListener('click', go);
      group.addEventListener('keydown', (event) => { if (['Enter', ' '].includes(event.key)) { event.preventDefault(); go(); } });
      return group;
    },
  };
}
