// The health of the family: what is wrong in any of its variants, each thing once, and how many are valid. It is looked for
// in the background after every change; until it is known again, what was known before stands there, marked as such.
// It needs of the workspace: state, api, allFindings, pickRows; and tells it what was found (takeReview).
import { get, words } from './api.js';
import { query } from './pick.js';
import { leadTo } from './leading.js';
import { desk } from './desk.js';

const LEVELS = ['error', 'warning', 'note'];
// Milliseconds after a change, and between two looks: longer and longer ones.
const REST = 1200;
const AGAIN = 350;
const SELDOM = 4000;

const count = (number, word) => `${number} ${word}${number === 1 ? '' : 's'}`;

export function health() {
  return {
    shows: false,
    whole: true,
    reviewed: 0,
    share: 0,
    pause: AGAIN,
    level: '',
    variant: '',
    kind: '',
    timer: null,
    heard: null,
    stale: null,

    init() {
      this.heard = () => { if (desk.state.version !== this.reviewed) this.later(REST); };
      window.addEventListener('outcome', this.heard);
      // What is known is of the families that it was made of.
      this.stale = () => { this.reviewed = -1; this.later(REST); };
      window.addEventListener('inner-changed', this.stale);
      // What was known when the page was made came with it.
      if (desk.review) this.reviewed = desk.review.version; else this.later(REST);
    },
    destroy() { window.removeEventListener('outcome', this.heard); window.removeEventListener('inner-changed', this.stale); clearTimeout(this.timer); },

    later(wait) { clearTimeout(this.timer); this.timer = setTimeout(() => this.look(), wait); },

    async look() {
      try {
        const found = await get(`${desk.api}/review`);
        this.share = found.done ? 1 : found.share;
        if (!found.done) {
          this.later(this.pause);
          this.pause = Math.min(this.pause * 1.4, SELDOM);
          return;
        }
        this.pause = AGAIN;
        desk.takeReview(found);
        this.reviewed = found.version;
        if (found.version < desk.state.version) this.later(REST);
      } catch (refusal) {
        if (refusal.passing) this.later(4000); else console.error(words(refusal));
      }
    },

    looking() { return this.reviewed !== desk.state.version; },
    // What is worst in the whole family.
    worstOfFamily() { return desk.review ? desk.review.health : 'note'; },
    // Green only where both are clean.
    healthClass() {
      const both = [desk.worst(), this.worstOfFamily()];
      return `health-${LEVELS.find((level) => both.includes(level)) || 'fine'}`;
    },
    hereClass() { return `health-${desk.worst()}`; },
    familyText() {
      if (!desk.review) return 'looking …';
      const { valid, looked, findings } = desk.review;
      const validity = looked === 0 ? 'no variants yet' : `${valid} of ${looked} valid`;
      return findings.length === 0 ? validity : `${count(findings.length, 'finding')}, ${validity}`;
    },
    validClass() { return [`health-${this.worstOfFamily()}`, this.looking() ? 'is-old' : '']; },
    lookingText() { return desk.review ? 'Looking at every variant again …' : 'Looking at every variant …'; },

    // It opens where the worse is.
    toggle() {
      this.shows = !this.shows;
      if (!this.shows) return;
      const [here, all] = [desk.worst(), this.worstOfFamily()].map((level) => LEVELS.concat('fine').indexOf(level));
      this.whole = all <= here;
    },
    hide() { this.shows = false; },
    showWhole(whole) { this.whole = whole; },
    wholeCount() { return desk.review ? desk.review.findings.length : '…'; },
    hereCount() { return desk.allFindings().length; },
    setLevel(level) { this.level = this.level === level ? '' : level; },
    setVariant(text) { this.variant = text.trim().toLowerCase(); },
    setKind(kind) { this.kind = kind; },
    kinds() { return [...new Set(this.source().map(({ code }) => code))].sort(); },
    kindText(code) { return code.replaceAll('_', ' '); },
    countOf(level) { return count(this.source().filter((one) => one.level === level).length, level); },
    levels() { return LEVELS; },

    source() { return this.whole ? (desk.review ? desk.review.findings : []) : desk.allFindings(); },
    entries() {
      return this.source()
        .filter((one) => (!this.level || one.level === this.level) && (!this.kind || one.code === this.kind) && (!this.variant || (one.names || []).some((name) => name.toLowerCase().includes(this.variant))))
        .map((one, index) => ({ place: '', remedy: '', names: [], rows: {}, ...one, key: `${index}${one.code}${one.place}` }));
    },
    variantsText(one) { return one.count > one.names.length ? `in ${one.names.join(', ')} and ${one.count - one.names.length} more` : `in ${one.names.join(', ')}`; },
    // The address of its place, with the first variant that shows it picked.
    placeHref(one) {
      const pick = Object.keys(one.rows).length ? { ...desk.state.pick, rows: { ...desk.state.pick.rows, ...one.rows } } : desk.state.pick;
      return leadTo(desk.state.slug, one.path, query(pick));
    },
    // What is wrong is mended by the edits that the finding offers; the foot tells what they did and undoes them.
    mendable(one) { return Boolean(one.mend) && !this.looking(); },
    mendText(one) { return one.mend ? one.mend.title : ''; },
    mend(one) { return desk.editOrTell(one.mend.edits); },
    async showOne(one) { await desk.pickRows(one.rows); this.hide(); },
  };
}
