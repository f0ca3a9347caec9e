// The rule editor: conditions and effects picked from lists, or typed; both are views of one tree, which the server reads and
// writes. Beside it, what the rule would do in every variant, before it is kept.
import { newest, post, words } from './api.js';
import { parsed } from './parsed.js';
import { query } from './pick.js';
import { ruleTrial } from './rule-trial.js';
import { addTo, changed, coloured, linesOf, optionsOf, otherWord, removed, rooted, setWord, signOf, signWord, signsFor, testOf, withSign, WORDS } from './rule-draft.js';
import { desk } from './desk.js';
import { rootOf } from './magic.js';

// Milliseconds from a key to the trial.
const REST = 120;
const NONE = { choices: [], number: true, unit: '', boolean: false };

// Something that is wrong, in words.
const told = ({ message, remedy }) => [message, remedy].filter(Boolean).join(' ');

export function rules() {
  let asking = Promise.resolve();
  const latest = newest((path, body) => post(path, body));

  return {
    ...ruleTrial(),
    draft: null,
    replaces: null,
    timer: null,
    problem: '',
    trial: null,
    // Where the hand is: what is clicked in the picture goes there. {branch, path} or {effect}.
    hand: null,
    heard: {},

    init() {
      this.heard = { 'feature-picked': ({ detail }) => this.pickedFeature(detail), 'dimension-picked': ({ detail }) => this.pickedName(detail) };
      Object.entries(this.heard).forEach(([name, heard]) => window.addEventListener(name, heard));
    },
    destroy() { Object.entries(this.heard).forEach(([name, heard]) => window.removeEventListener(name, heard)); },

    // What there is to pick changes with the family.
    get pickable() { return parsed(rootOf(this).closest('[data-pickable]').dataset.pickable); },
    get effectKinds() { return parsed(rootOf(this).closest('[data-effects]').dataset.effects); },
    nameGroups() { return [...new Set(this.pickable.names.map(({ group }) => group))]; },
    namesOf(group) { return this.pickable.names.filter((name) => name.group === group); },
    nameOf(name) { return this.pickable.names.find((one) => one.name.toLowerCase() === String(name).toLowerCase()) || { ...NONE, name }; },

    ruleOf(button) { return JSON.parse(button.closest('[data-rule]').dataset.rule); },

    begin() {
      const [name] = this.pickable.names;
      this.replaces = null;
      this.draft = { name: '', set: '', branches: [this.newBranch({ all: name ? [testOf(name)] : [] })], otherwise: [] };
      this.write(0);
    },
    newBranch(tree) { return { tree, text: '', span: null, wrong: '', effects: [this.newEffect('suppress')] }; },

    async change(button) {
      const rule = this.ruleOf(button);
      this.replaces = rule.name;
      this.problem = '';
      const branches = [rule, ...(rule.else_when || [])].map(({ when, then }) => ({ tree: { all: [] }, text: when, span: null, wrong: '', effects: then.map((effect) => this.draftOf(effect)) }));
      this.draft = { name: rule.name, set: rule.set || '', note: rule.note, active: rule.active, branches, otherwise: (rule.otherwise || []).map((effect) => this.draftOf(effect)) };
      await Promise.all(branches.map((_, at) => this.typeCondition(at, branches[at].text)));
    },

    // In sight, once it has its lines.
    bringUp(form) { setTimeout(() => form.scrollIntoView({ block: 'nearest' }), REST); },

    // Conditions. Picks give a text, a text gives picks; what is newer wins.
    branchName(at) { return at === 0 ? 'When' : 'Otherwise when'; },
    lines(branch) { return linesOf(branch.tree); },
    groupWords() { return Object.entries(WORDS); },
    signsOf(test) { return signsFor(this.nameOf(test.name)); },
    signWord(sign) { return signWord(sign); },
    signNow(test) { return signOf(test); },
    isSign(test, ...signs) { return signs.includes(signOf(test)); },
    hasOneValue(test) { return !this.isSign(test, 'among', 'range', 'yes', 'no', 'typed'); },
    valueChoices(test) { return optionsOf(this.nameOf(test.name)); },
    valueHint(test) { const { unit } = this.nameOf(test.name); return unit ? `e.g. 600 ${unit}` : 'value'; },
    indent({ depth }) { return `depth-${Math.min(depth, 6)}`; },
    joint(branch, line) {
      const above = line.path.slice(0, -1);
      const first = line.path[line.path.length - 1] === 0;
      if (!line.path.length || first) return '';
      const { word } = this.lines(branch).find(({ key }) => key === `${above.join('-')}g`);
      return word === 'all' || word === 'some' ? 'and' : 'or';
    },

    edited(at, tree) {
      this.draft.branches[at].tree = rooted(tree);
      this.write(at);
    },
    group(at, line, word) { this.edited(at, setWord(this.draft.branches[at].tree, line.path, word)); },
    addTest(at, line) { this.edited(at, addTo(this.draft.branches[at].tree, line.path, testOf(this.pickable.names[0]))); },
    addGroup(at, line) {
      const { tree } = this.draft.branches[at];
      this.edited(at, addTo(tree, line.path, { [otherWord(tree, line.path)]: [testOf(this.pickable.names[0])] }));
    },
    drop(at, line) { this.edited(at, removed(this.draft.branches[at].tree, line.path)); },
    put(at, line, make) { this.edited(at, changed(this.draft.branches[at].tree, line.path, make)); },
    setName(at, line, name) { this.put(at, line, () => testOf(this.nameOf(name))); },
    setSign(at, line, sign) { this.put(at, line, (test) => withSign(test, sign, this.nameOf(test.name), test.text || '')); },
    setValue(at, line, field, value) { this.put(at, line, ({ text: _text, ...test }) => ({ ...test, [field]: value })); },
    setMember(at, line, value) {
      const { among } = line.test;
      this.setValue(at, line, 'among', among.includes(value) ? among.filter((one) => one !== value) : [...among, value]);
    },
    // Members without choices are typed, with commas.
    typeMembers(at, line, text) { this.setValue(at, line, 'among', text.split(',').map((one) => one.trim()).filter(Boolean)); },

    write(at) { return this.askCondition(at, { tree: this.draft.branches[at].tree }, false); },
    typeCondition(at, text) {
      this.draft.branches[at].text = text;
      return this.askCondition(at, { text }, true);
    },
    // Asks the server for the other view. While one picks, the picks stay as they are.
    askCondition(at, body, typed) {
      const { draft } = this;
      const branch = draft.branches[at];
      branch.asked = (branch.asked || 0) + 1;
      const { asked } = branch;
      const answer = post(`${desk.api}/conditions`, body).then(({ text, tree, problem }) => {
        if (draft !== this.draft || branch.asked !== asked) return;
        if (!typed) branch.text = text;
        if (typed && tree) branch.tree = rooted(tree);
        branch.span = problem ? problem.span : null;
        branch.wrong = problem && !branch.text.includes('…') ? told(problem) : '';
      }).catch((refusal) => { if (branch.asked === asked) branch.wrong = words(refusal); }).then(() => this.tryLater());
      asking = answer;
      return answer;
    },
    colouredText(branch) { return coloured(branch.text, branch.wrong ? branch.span : null); },

    addBranch() {
      this.draft.branches.push(this.newBranch({ all: [testOf(this.pickable.names[0])] }));
      this.write(this.draft.branches.length - 1);
    },
    dropBranch(at) { this.draft.branches.splice(at, 1); this.tryLater(); },

    // Effects.
    draftOf(effect) {
      const [[kind, target], ...rest] = Object.entries(effect);
      return { ...this.newEffect(kind), target, ...Object.fromEntries(rest) };
    },
    kindOf(effect) { return this.effectKinds.find((kind) => kind.name === effect.kind); },
    subject(effect) { return this.kindOf(effect).subject; },
    subjects(effect) {
      const subject = this.subject(effect);
      if (subject === 'feature') return this.pickable.features;
      if (subject === 'label') return this.pickable.labels;
      if (subject === 'number') return this.pickable.names.filter((name) => name.number && (name.group === 'Values' || name.measured));
      return this.pickable.names.filter((name) => (subject === 'choice' ? name.chosen : name.settable));
    },
    effectChoices(effect) { return this.nameOf(effect.target).choices; },
    newEffect(kind) {
      const effect = { kind, target: '' };
      this.resetEffect(effect);
      return effect;
    },
    resetEffect(effect) {
      effect.target = this.subject(effect) === 'text' ? '' : (this.subjects(effect)[0] || { name: '' }).name;
      this.resetValues(effect);
    },
    resetValues(effect) {
      this.kindOf(effect).arguments.forEach(({ name, many }) => { effect[name] = many ? [] : ''; });
      this.tryLater();
    },
    setArgument(effect, argument, value) { effect[argument.name] = value; this.tryLater(); },
    setTarget(effect, target) { effect.target = target; this.tryLater(); },
    chosenIn(select) { return Array.from(select.selectedOptions, (option) => option.value); },
    addEffect(list) { list.push(this.newEffect('set')); this.tryLater(); },
    dropEffect(list, index) { list.splice(index, 1); this.tryLater(); },
    effectTree(effect) {
      const tree = { [effect.kind]: effect.target };
      this.kindOf(effect).arguments.forEach(({ name }) => { if (effect[name] && effect[name].length) tree[name] = effect[name]; });
      return tree;
    },
    one(list) { return [list]; },

    // What is clicked in the picture goes where the hand is.
    holdTest(branch, path) { this.hand = { branch, path }; },
    holdEffect(effect) { this.hand = { effect }; },
    pickedName(name) {
      if (!this.draft || !this.hand) return;
      const { branch, path, effect } = this.hand;
      if (effect && this.subjects(effect).some((one) => one.name === name)) { this.setTarget(effect, name); this.resetValues(effect); }
      if (path && this.nameOf(name).group) this.setName(branch, { path }, name);
    },
    pickedFeature(name) {
      if (!this.draft || !this.hand) return;
      const { path, effect } = this.hand;
      if (effect && this.subject(effect) === 'feature') this.setTarget(effect, name);
      if (path) this.pickedName(`${name}.built`);
    },

    // The edit that keeps the draft.
    ruleTree() {
      const { name, set, note, active, branches, otherwise } = this.draft;
      const [first, ...others] = branches.map(({ text, effects }) => ({ when: text, then: effects.map((effect) => this.effectTree(effect)) }));
      return { name, ...(set && set.trim() ? { set: set.trim() } : {}), ...(note ? { note } : {}), ...(active === false ? { active } : {}), ...first, ...(others.length ? { else_when: others } : {}), otherwise: otherwise.map((effect) => this.effectTree(effect)) };
    },
    editOfDraft(named = {}) { return { do: 'put_rule', rule: { ...this.ruleTree(), ...named }, ...(this.replaces ? { replaces: this.replaces } : {}) }; },
    isComplete() { return this.draft && this.draft.branches.every(({ text, wrong }) => text && !wrong && !text.includes('…')); },

    // What the draft would do, a moment after the last change.
    tryLater() {
      clearTimeout(this.timer);
      if (!this.draft) return;
      this.timer = setTimeout(() => this.tryDraft(), REST);
    },
    async tryDraft() {
      if (!this.isComplete()) { this.trial = null; desk.foresee(null); return; }
      const { rule, replaces } = this.editOfDraft({ name: this.draft.name || 'new rule' });
      desk.foresee(this.editOfDraft({ name: rule.name }));
      try {
        const found = await latest(`${desk.api}/rules/try?${query(desk.state.pick)}`, { rule, ...(replaces ? { replaces } : {}) });
        if (found && this.draft) { this.trial = found; this.problem = ''; }
      } catch {
        // It is told when it is to be kept.
        this.trial = null;
      }
    },
    branchWord(number) {
      const last = this.draft ? this.draft.branches.length : 0;
      if (number === null || number === undefined) return 'undefined';
      if (number > last) return 'opts out';
      if (number === last) return this.draft.otherwise.length ? 'otherwise' : 'nothing';
      return number === 0 ? 'when' : `otherwise when${last > 2 ? ` ${number}` : ''}`;
    },
    trialled() { return this.trial; },
    takenText() {
      if (!this.trial || !this.trial.variants) return '';
      return `${this.trialCounts()} ${this.trial.taken.map((count, at) => `${this.branchWord(at)}: ${count}`).join(' · ')}`;
    },
    trialFaults() { return this.trial ? (this.trial.findings || []).map((finding) => ({ key: finding.place + finding.message, text: [finding.place, told(finding)].filter(Boolean).join(': ') })) : []; },
    reach() { return this.trial ? (this.trial.reach || []).map((text) => ({ key: text, text })) : []; },

    async save() {
      await asking;
      try {
        await desk.edit(this.editOfDraft());
        this.cancel();
      } catch (refusal) {
        this.problem = words(refusal);
      }
    },
    cancel() { this.draft = null; this.trial = null; this.problem = ''; clearTimeout(this.timer); desk.foresee(null); },

    async toggle(button) {
      const rule = this.ruleOf(button);
      await desk.editOrTell({ do: 'switch_rule', name: rule.name, active: rule.active === false });
    },
    // The same as a rule table, where that can say it.
    async asTable() {
      try {
        const { rule_table: table } = await post(`${desk.api}/rules/as_table`, { name: this.replaces });
        await desk.edit([{ do: 'remove_rule', name: this.replaces }, { do: 'put_rule_table', rule_table: table }]);
        this.cancel();
      } catch (refusal) {
        this.problem = words(refusal);
      }
    },
    async remove(button) { await desk.editOrTell({ do: 'remove_rule', name: this.ruleOf(button).name }); },
  };
}
