// The editor of rule tables: lines of tests, checked while they are typed; gaps are offered as new lines, overlaps are shown.
import { newest, post, send, words } from './api.js';
import { parsed } from './parsed.js';
import { readBlock } from './grid-keys.js';
import { query } from './pick.js';
import { ruleTrial } from './rule-trial.js';
import { desk } from './desk.js';
import { afterwards, rootOf } from './magic.js';

// Milliseconds from a key to the check.
const REST = 200;
const POLICIES = { unique: 'No two lines may fit at once.', first: 'The first line that fits counts.', any: 'Several may fit, if they say the same.', priority: 'The result that comes first among the priorities counts.', collect: 'All lines that fit count together.' };

export function ruleTables() {
  const latest = newest((path, body) => post(path, body));

  return {
    ...ruleTrial(),
    draft: null,
    replaces: null,
    checked: null,
    problem: '',
    timer: null,

    get pickable() { return parsed(rootOf(this).closest('[data-pickable]').dataset.pickable); },
    get outputKinds() { return parsed(rootOf(this).closest('[data-output-kinds]').dataset.outputKinds); },
    values() { return this.pickable.names.filter(({ group }) => group === 'Values'); },
    policies() { return Object.entries(POLICIES); },
    policyText() { return POLICIES[this.draft.policy]; },

    begin() {
      const [first, second] = this.values();
      this.replaces = null;
      this.draft = { name: '', columns: [{ kind: 'set', argument: 'to', target: (second || first || { name: '' }).name }], policy: 'unique', aggregate: 'sum', inputs: [first ? first.name : ''], rows: [{ tests: ['-'], values: [''] }] };
    },
    tableOf(button) { return JSON.parse(button.closest('[data-table]').dataset.table); },
    change(button) {
      const table = this.tableOf(button);
      this.replaces = table.name;
      this.problem = '';
      const { outputs: _outputs, ...kept } = table;
      this.draft = { policy: 'unique', aggregate: 'sum', ...kept, rows: table.rows.map((row) => ({ ...row, tests: row.tests.map(String), values: row.values.map(String) })) };
      this.tryLater();
    },

    // In sight, once it has its lines.
    bringUp(form) { setTimeout(() => form.scrollIntoView({ block: 'nearest' }), REST); },

    // Columns and lines.
    setInput(at, text) { this.draft.inputs[at] = text.trim(); this.tryLater(); },
    addInput() {
      this.draft.inputs.push((this.values()[0] || { name: '' }).name);
      this.draft.rows.forEach((row) => row.tests.push('-'));
      this.tryLater();
    },
    dropInput(at) {
      this.draft.inputs.splice(at, 1);
      this.draft.rows.forEach((row) => row.tests.splice(at, 1));
      this.tryLater();
    },
    setTest(line, at, text) { this.draft.rows[line].tests[at] = text; this.tryLater(); },
    setResult(line, at, text) { this.draft.rows[line].values[at] = text; this.tryLater(); },

    // What follows: a column each.
    kindKey({ kind, argument }) { return [kind, argument].filter(Boolean).join(' '); },
    kindOf(column) { return this.outputKinds.find((one) => this.kindKey(one) === this.kindKey(column)); },
    setKind(column, key) {
      const kind = this.outputKinds.find((one) => this.kindKey(one) === key);
      Object.assign(column, { kind: kind.kind, argument: kind.argument, target: this.targets(kind).length ? this.targets(kind)[0].name : '' });
      this.tryLater();
    },
    setTarget(column, target) { column.target = target; this.tryLater(); },
    // Names that a kind can be about; none where it takes words or nothing.
    targets({ subject }) {
      if (subject === 'text') return [];
      if (subject === 'label') return this.pickable.labels;
      const fits = {
        number: ({ group, number, measured }) => number && (group === 'Values' || measured),
        choice: ({ chosen }) => chosen,
        parameter: ({ group, measured }) => group !== 'Picked rows' && !measured,
      };
      return this.pickable.names.filter(fits[subject]);
    },
    targetsOf(column) { return this.targets(this.kindOf(column)); },
    takesWords(column) { const { subject, argument } = this.kindOf(column); return subject === 'text' && Boolean(argument); },
    groupsOf(column) { return [...new Set(this.targetsOf(column).map(({ group }) => group))]; },
    inGroup(column, group) { return this.targetsOf(column).filter((name) => name.group === group); },
    columnName(at) { return this.draft.columns.length === 1 ? 'then' : `then ${at + 1}`; },
    headOf(column) {
      const { kind, argument, target } = column;
      if (kind === 'set') return this.outputKinds.some((one) => one.kind === target.split(' ')[0].toLowerCase()) ? `set ${target}` : target;
      return [kind, argument && target, this.kindOf(column).several && argument].filter(Boolean).join(' ');
    },
    addOutput() {
      this.draft.columns.push({ kind: 'set', argument: 'to', target: (this.values()[0] || { name: '' }).name });
      this.draft.rows.forEach((row) => row.values.push(''));
      this.tryLater();
    },
    dropOutput(at) {
      this.draft.columns.splice(at, 1);
      this.draft.rows.forEach((row) => row.values.splice(at, 1));
      this.tryLater();
    },
    newRow(tests) { return { tests: tests ? [...tests] : this.draft.inputs.map(() => '-'), values: this.draft.columns.map(() => '') }; },
    addLine(tests) {
      this.draft.rows.push(this.newRow(tests));
      this.tryLater();
      afterwards(this, () => this.goTo(this.draft.rows.length - 1, tests ? this.draft.inputs.length : 0));
    },
    dropLine(line) { this.draft.rows.splice(line, 1); this.tryLater(); },

    // Up, down and Enter go from line to line; a new one comes after the last.
    goTo(line, at) { rootOf(this).querySelector(`[data-cell="${line} ${at}"]`)?.focus(); },
    keys(event) {
      const place = event.target.dataset.cell;
      if (!place) return;
      const [line, at] = place.split(' ').map(Number);
      const by = { ArrowUp: -1, ArrowDown: 1, Enter: 1 }[event.key];
      if (!by) return;
      event.preventDefault();
      if (line + by < this.draft.rows.length) this.goTo(line + by, at); else if (event.key === 'Enter') this.addLine(null);
    },
    // A block from a spreadsheet begins at the cell where the hand is.
    paste(event) {
      const place = event.target.dataset.cell;
      const block = readBlock(event.clipboardData.getData('text/plain'));
      if (!place || (block.length === 1 && block[0].length === 1)) return;
      event.preventDefault();
      const [line, at] = place.split(' ').map(Number);
      const wide = this.draft.inputs.length;
      block.forEach((texts, down) => {
        while (this.draft.rows.length <= line + down) this.draft.rows.push(this.newRow(null));
        const row = this.draft.rows[line + down];
        texts.forEach((text, across) => { if (at + across < wide) row.tests[at + across] = text; else if (at + across < wide + row.values.length) row.values[at + across - wide] = text; });
      });
      this.tryLater();
    },

    tree() {
      const { aggregate, columns, ...table } = this.draft;
      const rows = table.rows.map((row) => ({ ...row, tests: row.tests.map((test) => (test.trim() === '' ? '-' : test)) }));
      return { ...table, outputs: columns.map((column) => this.headOf(column)), rows, name: table.name || 'new table', ...(table.policy === 'collect' && aggregate ? { aggregate } : {}) };
    },
    isComplete() { return this.draft && this.draft.name.trim() !== '' && this.draft.rows.every((row) => this.saysSomething(row)); },
    saysSomething({ values }) { return values.some((text) => text.trim() !== ''); },
    tryLater() {
      clearTimeout(this.timer);
      this.timer = setTimeout(() => this.tryDraft(), REST);
    },
    async tryDraft() {
      if (!this.draft) return;
      const table = this.tree();
      // Lines without a result are looked at, too.
      const filled = { ...table, rows: table.rows.filter((row) => this.saysSomething(row)) };
      desk.foresee(filled.rows.length ? { do: 'put_rule_table', rule_table: filled } : null);
      if (!filled.rows.length) { this.checked = null; return; }
      try {
        const found = await latest(`${desk.api}/rule_tables/try?${query(desk.state.pick)}`, { rule_table: filled });
        if (found && this.draft) { this.checked = found; this.problem = ''; }
      } catch (refusal) {
        this.checked = null;
        this.problem = words(refusal);
      }
    },

    wrongAt(line, list, at) {
      const lone = list === 'values' && this.draft.columns.length === 1;
      const path = [String(line), ...(lone ? ['value'] : [list, String(at)])].join('/');
      const finding = ((this.checked && this.checked.findings) || []).find((one) => one.path && one.path.slice(3).join('/') === path);
      return finding ? [finding.message, finding.remedy].filter(Boolean).join(' ') : '';
    },
    coverText() {
      if (!this.checked) return '';
      const { findings, complete, partly, gaps: missing } = this.checked;
      if (findings.length) return `${findings[0].place}: ${findings[0].message} ${findings[0].remedy || ''}`;
      if (complete) return 'Complete: for every input some line fits.';
      return missing.length ? 'Not complete: no line fits for' : `Not all could be looked at${partly ? ', since tests depend on other names' : ''}.`;
    },
    // What it would do.
    trialled() { return this.checked && this.checked.trial; },
    takenText() { return this.trialCounts(); },
    trialFaults() { return []; },
    reach() { return []; },
    branchWord(rows) { return rows === null || rows === undefined ? 'undefined' : (rows.length ? `${rows.length === 1 ? 'line' : 'lines'} ${rows.map((row) => row + 1).join(', ')}` : 'nothing'); },
    gaps() { return ((this.checked && this.checked.gaps) || []).map(({ tests }) => ({ tests, key: tests.join('|'), text: this.draft.inputs.map((input, at) => `${input}: ${tests[at]}`).join('   ') })); },
    overlaps(line) { return ((this.checked && this.checked.overlaps) || []).some(({ rows }) => rows.includes(line)); },
    dead() { return ((this.checked && this.checked.dead) || []).map((row) => ({ key: row, text: `Line ${row + 1} never fits.` })); },
    overlapping() { return ((this.checked && this.checked.overlaps) || []).map(({ rows, tests }) => ({ key: rows.join('-'), text: `Lines ${rows[0] + 1} and ${rows[1] + 1} fit at once: for example ${this.draft.inputs.map((input, at) => `${input}: ${tests[at]}`).join(', ')}.` })); },

    // All rule tables of a file, in one change.
    async bringTables(input) {
      const [file] = input.files;
      input.value = '';
      if (!file) return;
      this.problem = '';
      try {
        const { rule_tables: tables } = await send(`${desk.api}/rule_tables/read`, file);
        await desk.edit(tables.map((table) => ({ do: 'put_rule_table', rule_table: table })));
        desk.tell(`${tables.length} ${tables.length === 1 ? 'rule table' : 'rule tables'} taken. Undo brings back what was.`);
      } catch (refusal) {
        this.problem = [words(refusal), ...((refusal.problems || []).map(({ text, message }) => text || message))].join(' ');
      }
    },

    async save() {
      try {
        await desk.edit({ do: 'put_rule_table', rule_table: this.tree() });
        this.cancel();
      } catch (refusal) {
        this.problem = words(refusal);
      }
    },
    cancel() { this.draft = null; this.checked = null; this.problem = ''; clearTimeout(this.timer); desk.foresee(null); },
    async toggle(button) { const table = this.tableOf(button); await desk.editOrTell({ do: 'switch_rule', name: table.name, active: table.active === false }); },
    // The same as a rule, where that can say it.
    async asRule() {
      try {
        const { rule } = await post(`${desk.api}/rule_tables/as_rule`, { name: this.replaces });
        await desk.edit([{ do: 'remove_rule_table', name: this.replaces }, { do: 'put_rule', rule }]);
        this.cancel();
      } catch (refusal) {
        this.problem = words(refusal);
      }
    },
    async remove(button) { await desk.editOrTell({ do: 'remove_rule_table', name: this.tableOf(button).name }); },
  };
}
