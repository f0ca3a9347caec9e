// What a rule or a rule table would do, as the program answers it: in words and lines. A mixin of both editors; what differs stands
// first. It needs trialled(), the answer or nothing; branchWord(branch) and draft of the editor.
import { desk } from './desk.js';

// Variants that are listed one by one.
const SHOWN = 300;

export function ruleTrial() {
  return {
    trialCounts() {
      const trial = this.trialled();
      if (!trial || !trial.variants) return '';
      const of = trial.of > trial.variants ? `the first ${trial.variants} of ${trial.of}` : trial.variants;
      return `It applies in ${trial.applies} of ${of} variants, and changes something in ${trial.changed}.`;
    },
    disputes() { const trial = this.trialled(); return trial ? trial.disputes.map((one) => ({ ...one, key: one.target + one.rules.join() })) : []; },
    disputeText({ target, rules: both, example }) { return `Disagrees with ${both.filter((name) => name !== (this.draft.name || 'new rule')).map((name) => `"${name}"`).join(' and ') || 'itself'} on ${target}: for example with ${example}.`; },
    trialLines() {
      const trial = this.trialled();
      if (!trial) return [];
      const line = (kind) => (one) => ({ ...one, kind, key: kind + one.name, says: [...one.wrong, ...one.texts].join('; ') || 'no difference' });
      return [...trial.rows.slice(0, SHOWN).map(line('row')), ...trial.borders.map(line('border'))];
    },
    moreTrials() { const trial = this.trialled(); return trial ? Math.max(trial.rows.length - SHOWN, 0) : 0; },
    showTrial(line) { if (line.rows) desk.showChanged(line.rows); },
  };
}
