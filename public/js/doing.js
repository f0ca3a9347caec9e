// What an edit does to all variants, the same on every stage: after it was kept, or, while it is typed, before. A mixin of
// the workspace; its place is the line at the foot of the page.
import { get, post, words } from './api.js';
import { blastWords } from './blast.js';

export function doing() {
  return {
    // { blast, would, findings }: of the latest edit that was kept, or of one that is being typed.
    did: null,
    didOpen: false,
    // The latest edit's blast, as a promise: what else follows from it waits for it.
    telling: Promise.resolve(null),
    foreseen: 0,
    typing: null,

    // Asks what the change that led to a version did.
    tellDid(version) {
      this.foreseen += 1;
      this.didOpen = false;
      this.telling = get(`${this.api}/blast?from=${version - 1}&till=${version}`).then(({ blast }) => {
        if (this.state.version === version) this.did = blast && { blast, would: false, findings: [] };
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
      const { blast, findings } = this.did;
      const faults = findings.length ? ` ${findings[0].message}` : '';
      return blast ? `${blastWords(blast)}${faults}` : `The family could not be resolved any more.${faults}`;
    },
    didRows() { return this.did && this.did.blast ? this.did.blast.rows.map((row) => ({ ...row, text: row.texts.join('; ') })) : []; },
    canUndoDid() { return Boolean(this.did) && !this.did.would && Boolean(this.state.undo); },
    async undoDid() { this.forgetDid(); await this.undo(); },
    showChanged(rows) { return this.pickRows(rows).catch((refusal) => this.tell(words(refusal))); },
  };
}
