// The rule editor: conditions and effects picked from lists; the condition can be typed as well. Both are
// the same rule.
import { post, words } from './api.js';
import { wrongness } from './entry.js';
import { query } from './pick.js';

const WORDS = { '=': 'is', '!=': 'is not', '<': 'is below', '<=': 'is at most', '>': 'is above', '>=': 'is at least' };

const TEST = /^(\w+)\s*(=|!=|<=|>=|<|>)\s*("[^"]*"|-?[\d.]+(?:\s*[^\s\d]+)?|true|false)$/;

// A text is read once.
const known = new Map();
function read(text) {
  if (!known.has(text)) known.set(text, JSON.parse(text));
  return known.get(text);
}

export function rules() {
  return {
    ...wrongness(),
    draft: null,
    replaces: null,
    timer: null,
    says: '',
    problem: '',
    parts: [{ key: 'then', title: 'Then' }, { key: 'otherwise', title: 'Otherwise' }],

    // Whatever is changed in the draft.
    init() { this.$watch('draft', () => this.foreseeDraft()); },

    // What there is to pick changes with the family.
    get pickable() { return read(this.$root.dataset.pickable); },
    get effectKinds() { return read(this.$root.dataset.effects); },

    ruleOf(button) { return JSON.parse(button.closest('[data-rule]').dataset.rule); },
    parameter(name) { return this.pickable.parameters.find((item) => item.name === name) || { choices: [], number: false, unit: '' }; },
    choices(name) { return this.parameter(name).choices; },
    signs(test) { return this.parameter(test.name).number ? Object.keys(WORDS) : ['=', '!=']; },
    signWord(sign) { return WORDS[sign]; },
    valueHint(test) { return this.parameter(test.name).unit ? `e.g. 600 ${this.parameter(test.name).unit}` : 'value'; },

    begin() {
      this.replaces = null;
      this.draft = { name: '', tests: [this.newTest()], when: '', then: [this.newEffect('suppress')], otherwise: [] };
      this.compose();
    },

    draftOf(effect) {
      const [[kind, target], ...rest] = Object.entries(effect);
      return { ...this.newEffect(kind), target, ...Object.fromEntries(rest) };
    },

    change(button) {
      const rule = this.ruleOf(button);
      this.replaces = rule.name;
      this.draft = {
        name: rule.name, note: rule.note, active: rule.active, else_when: rule.else_when, tests: this.testsOf(rule.when), when: rule.when,
        then: rule.then.map((effect) => this.draftOf(effect)), otherwise: (rule.otherwise || []).map((effect) => this.draftOf(effect)),
      };
      this.problem = '';
    },

    // The picks that say the same as a condition; none where it is more than picks can say.
    testsOf(condition) {
      const tests = condition.split(/ and /).map((part) => TEST.exec(part.trim()));
      if (!tests.every((test) => test && this.parameter(test[1]).name)) return [];
      return tests.map(([, name, sign, value]) => ({ name: this.parameter(name).name, sign, value: value.replace(/^"(.*)"$/, '$1') }));
    },

    newTest() {
      const { name, choices, number } = this.pickable.parameters[0] || { name: '', choices: [], number: true };
      return { name, sign: number ? '>' : '=', value: choices[0] || '' };
    },
    addTest() { this.draft.tests.push(this.newTest()); this.compose(); },
    dropTest(index) { this.draft.tests.splice(index, 1); this.compose(); },

    // The picked tests as a formula.
    compose() {
      this.draft.when = this.draft.tests.map((test) => {
        const { choices, number, unit, kind } = this.parameter(test.name);
        if (choices.length && !choices.includes(test.value)) [test.value] = choices;
        if (!this.signs(test).includes(test.sign)) test.sign = '=';
        let value = test.value || '…';
        if (number && unit && /^[\d.]+$/.test(value)) value += ` ${unit}`;
        if (!number && kind !== 'yes_no') value = JSON.stringify(value);
        return `${test.name} ${test.sign} ${value}`;
      }).join(' and ');
      this.typed();
    },

    async typed() {
      clearTimeout(this.timer);
      this.timer = setTimeout(async () => {
        try {
          const trial = await post(`${this.api}/try?${query(this.state.pick)}`, { text: this.draft.when, like: { condition: true } });
          this.problem = '';
          this.says = `${trial.here} in the variant in view; holds in ${trial.holds} of ${trial.variants} variants`;
        } catch (refusal) {
          this.says = '';
          if (!this.draft || this.draft.when.includes('…')) return;
          this.point(this.draft.when, refusal);
          this.problem = words(refusal);
        }
      }, 250);
    },

    kindOf(effect) { return this.effectKinds.find((kind) => kind.name === effect.kind); },
    subject(effect) { return this.kindOf(effect).subject; },
    subjects(effect) {
      const subject = this.subject(effect);
      if (subject === 'feature') return this.pickable.features;
      return subject === 'choice' ? this.pickable.parameters.filter((item) => item.kind === 'choice') : this.pickable.parameters;
    },

    newEffect(kind) {
      const effect = { kind, target: '' };
      this.resetEffect(effect);
      return effect;
    },
    resetEffect(effect) {
      effect.target = this.subject(effect) === 'text' ? '' : (this.subjects(effect)[0] || { name: '' }).name;
      this.resetValues(effect);
    },
    resetValues(effect) { this.kindOf(effect).arguments.forEach(({ name, many }) => { effect[name] = many ? [] : ''; }); },
    setArgument(effect, argument, value) { effect[argument.name] = value; },
    chosenIn(select) { return Array.from(select.selectedOptions, (option) => option.value); },
    addEffect(key) { this.draft[key].push(this.newEffect('set')); },
    dropEffect(key, index) { this.draft[key].splice(index, 1); },

    effectTree(effect) {
      const tree = { [effect.kind]: effect.target };
      this.kindOf(effect).arguments.forEach(({ name }) => { if (effect[name] && effect[name].length) tree[name] = effect[name]; });
      return tree;
    },

    // The edit that keeps the draft.
    editOfDraft() {
      const { draft } = this;
      const rule = { name: draft.name, when: draft.when, then: draft.then.map((effect) => this.effectTree(effect)), otherwise: draft.otherwise.map((effect) => this.effectTree(effect)) };
      ['note', 'active', 'else_when'].forEach((key) => { if (draft[key] !== undefined) rule[key] = draft[key]; });
      return { do: 'put_rule', rule, ...(this.replaces ? { replaces: this.replaces } : {}) };
    },

    // Tells what the draft would do, as far as it can be kept by now.
    foreseeDraft() {
      if (!this.draft || !this.draft.when || this.draft.when.includes('…')) { this.foresee(null); return; }
      const edit = this.editOfDraft();
      this.foresee({ ...edit, rule: { ...edit.rule, name: edit.rule.name || 'new rule' } });
    },

    async save() {
      try {
        await this.edit(this.editOfDraft());
        this.draft = null;
      } catch (refusal) {
        this.point(this.draft.when, refusal);
        this.problem = words(refusal);
      }
    },
    cancel() { this.draft = null; this.problem = ''; },

    async toggle(button) {
      const rule = this.ruleOf(button);
      await this.attempt({ do: 'switch_rule', name: rule.name, active: rule.active === false });
    },
    async remove(button) { await this.attempt({ do: 'remove_rule', name: this.ruleOf(button).name }); },

    async attempt(edit) {
      try { await this.edit(edit); } catch (refusal) { this.tell(words(refusal)); }
    },
  };
}
