// What an edit does to all variants, the same on every stage: after it was kept, or, while it is typed, before. A mixin of
// the workspace; its place is the line at the foot of the page.
import { get, post, words } from './api.js';
import { blastWords, keptWords } from './blast.js';

export function doing() {
  return {
    // { blast, would, findings }: of the latest edit that was kept, or of one that is being typed.
    did: null,
    didOpen: false,
    // The latest edit's blast, as a promise: what else follows from it waits for it.
    telling: Promise.resolve(null),
    // What uses what shall go: places, the edits, and what to tell when they are made there, too.
    usedPlaces: [],
    usedEdits: null,
    usedTold: '',
    foreseen: 0,
    typing: null,

    // Asks what the change that led to a version did.
    tellDid(version) {
      this.foreseen += 1;
      this.didOpen = false;
      this.telling = get(`${this.api}/blast?from=${version - 1}&till=${version}`).then(({ blast, kept, others }) => {
        if (this.state.version === version) this.did = blast && { blast, kept, others, would: false, findings: [] };
        return blast;
      }).catch(() => { this.did = null; return null; });
    },

    // Asks what edits would do, while they are typed; without any, what was told of others of that kind goes.
    foresee(edits) {
      this.foreseen += 1;
      clearTimeout(this.typing);
      if (!edits) { if (this.did && this.did.would) this.forgetDid(); return; }
      const number = this.foreseen;
      this.typing = setTimeout(async () => {
        const found = await post(`${this.api}/foresee`, { edits: [].concat(edits) }).catch(() => null);
        if (number !== this.foreseen) return;
        if (found) this.did = { ...found, would: true };
        else if (this.did && this.did.would) this.forgetDid();
      }, 250);
    },

    forgetDid() { this.did = null; this.didOpen = false; },
    toggleDid() { this.didOpen = !this.didOpen; },

    didHead() { return this.did && this.did.would ? 'It would:' : 'It did:'; },
    didText() {
      if (!this.did) return '';
      const { blast, findings, kept = null, others = [] } = this.did;
      const faults = findings.length ? ` ${findings[0].message}` : '';
      const around = others.filter((one) => one.blast && one.blast.changed).map((one) => ` ${one.name}: ${blastWords(one.blast)}`);
      const broken = others.filter((one) => (one.findings || []).length).map((one) => ` ${one.name} could not be resolved: ${one.findings[0].message}`);
      return `${blast ? blastWords(blast) : 'The family could not be resolved any more.'}${faults}${[...around, ...broken].join('')}${keptWords(kept)}`;
    },
    didRows() { return this.did && this.did.blast ? this.did.blast.rows.map((row) => ({ ...row, text: row.texts.join('; ') })) : []; },
    // What shall be removed is used in other families: the places are listed, and it can go there, too. Whether that is so.
    offerAlong(edits, refusal, told = '') {
      if (!refusal.used) return false;
      this.tell('');
      this.usedPlaces = refusal.findings.map((finding) => finding.message);
      this.usedEdits = refusal.along ? edits : null;
      this.usedTold = told;
      return true;
    },
    forgetUsed() { this.usedPlaces = []; this.usedEdits = null; },
    async takeAlong() {
      const { usedEdits, usedTold } = this;
      this.forgetUsed();
      try {
        await this.edit(usedEdits, { along: true });
        this.tell(usedTold || 'Done, there too. Undo takes back the whole.');
      } catch (refusal) {
        if (!this.offerAlong(usedEdits, refusal, usedTold)) this.tell(words(refusal));
      }
    },

    canUndoDid() { return Boolean(this.did) && !this.did.would && Boolean(this.state.undo); },
    async undoDid() { this.forgetDid(); await this.undo(); },
    showChanged(rows) { return this.pickRows(rows).catch((refusal) => this.tell(words(refusal))); },
  };
}
