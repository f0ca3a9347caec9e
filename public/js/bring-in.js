// Brings in a file of one family, or a bundle of several: what is here already is compared, and taken or kept by choice.
import { send, words } from './api.js';

export const bringIn = () => ({
  families: [],
  kept: [],
  problem: '',
  busyReading: false,
  file: null,

  async readFile(input) {
    const [file] = input.files;
    this.families = [];
    this.problem = '';
    if (!file) return;
    this.file = file;
    await this.tried(async () => {
      this.families = (await send('/api/bundles/compare', this.file)).families;
      this.kept = [];
      // Where nothing is here yet, there is nothing to choose.
      if (this.families.every((one) => one.state === 'new')) await this.take();
    });
  },
  async take() {
    await this.tried(async () => {
      const kept = this.kept.map((name) => `keep[]=${encodeURIComponent(name)}`).join('&');
      window.location.assign((await send(`/api/bundles?${kept}`, this.file)).open);
    });
  },
  async tried(work) {
    this.busyReading = true;
    try { await work(); } catch (refusal) { this.problem = [words(refusal), ...refusal.problems.slice(0, 5).map((one) => one.text || one.message)].join(' '); }
    this.busyReading = false;
  },
  forget() { this.families = []; this.problem = ''; this.$root.querySelector('input[type=file]').value = ''; },

  stateOf(one) {
    if (one.state === 'new') return 'new here';
    return one.state === 'same' ? 'the same as here' : `${one.changed} ${one.changed === 1 ? 'difference' : 'differences'} from here`;
  },
  differs(one) { return one.state === 'differs'; },
  isKept(one) { return this.kept.includes(one.name); },
  keepIt(one, event) { this.kept = event.target.checked ? [...this.kept, one.name] : this.kept.filter((name) => name !== one.name); },
});
