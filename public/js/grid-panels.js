// What opens above a grid: filling a series, finding a row by its keys, the column in hand.
import { newest, words } from './api.js';
import { unitOf } from './fields.js';

const NAME = 'name';

export function panels() {
  return {
    panel: '',
    copies: 1,
    series: { kind: 'R10', first: '', step: '', texts: [], problem: '' },
    askSeries: newest(),
    askKeys: newest(),
    keys: { chosen: {}, values: {}, rows: [], count: 0 },

    openPanel(name) {
      // The line below the sheet follows the hand a moment later.
      this.describe();
      this.panel = this.panel === name ? '' : name;
      if (this.panel === 'series') this.beginSeries();
      if (this.panel === 'find') this.narrow();
      if (this.panel) this.$nextTick(() => this.$root.querySelector(`[data-panel="${this.panel}"] select, [data-panel="${this.panel}"] input`)?.focus());
    },
    closePanel() { this.panel = ''; this.backToSheet(); },

    // A series goes into the selected cells of one column; of a single cell, into all from there on.
    seriesRows() {
      const { rows } = this.selection();
      if (rows.length > 1) return rows.map(({ name }) => name);
      const at = rows.length ? this.sheet.rows.indexOf(rows[0].name) : 0;
      return this.sheet.rows.slice(at);
    },
    seriesColumn() { return this.columnInHand(); },

    beginSeries() {
      const column = this.seriesColumn();
      if (!column || !column.number) { this.series = { ...this.series, problem: 'Select cells of a column of numbers first.', texts: [] }; return; }
      // A number without a unit is meant as it is shown there.
      const typed = this.seriesUnit() ? this.cell.text : this.cell.typed || (this.cell.text || '').split(' ')[0];
      this.series = { ...this.series, first: String(parseFloat(typed) || ''), problem: '' };
      this.previewSeries();
    },

    seriesUnit() {
      const column = this.seriesColumn();
      const shown = unitOf(this.cell.text || '');
      return column && column.unit && shown && shown !== column.unit ? shown : '';
    },
    setSeries(field, value) { this.series = { ...this.series, [field]: value }; this.previewSeries(); },
    needsStep() { return !this.series.kind.startsWith('R'); },

    async previewSeries() {
      const { kind, first, step } = this.series;
      const rows = this.seriesRows();
      if (first === '' || (this.needsStep() && step === '')) { this.series = { ...this.series, texts: [] }; return; }
      try {
        const found = await this.askSeries(`${this.path}/series?${new URLSearchParams({ kind, first, step, count: rows.length })}`);
        if (found) this.series = { ...this.series, texts: found.texts, problem: '' };
      } catch (refusal) {
        this.series = { ...this.series, texts: [], problem: words(refusal) };
      }
    },

    seriesPreview() { return this.seriesRows().slice(0, 12).map((name, at) => ({ name, text: this.series.texts[at] })).filter(({ text }) => text !== undefined); },
    seriesMore() { return Math.max(this.series.texts.length - 12, 0); },

    async fillSeries() {
      const column = this.seriesColumn();
      const { kind, first, step, texts } = this.series;
      if (!column || !texts.length) return;
      const edit = { do: 'fill_series', table: this.sheet.name, column: column.target, kind, first: String(first), rows: this.seriesRows(), ...(this.seriesUnit() ? { unit: this.seriesUnit() } : {}) };
      if (await this.attempt(this.needsStep() ? { ...edit, step: String(step) } : edit, { structure: true })) this.closePanel();
      else this.series = { ...this.series, problem: this.problem };
    },

    // Finding a row: each key shows only what still leads somewhere.
    keyColumns() { return this.sheet.columns.filter(({ key }) => key); },
    keyValues(target) { return this.keys.values[target] || []; },
    async narrow() {
      const asked = new URLSearchParams();
      Object.entries(this.keys.chosen).forEach(([name, text]) => text && asked.append(`key[${name}]`, text));
      try {
        const found = await this.askKeys(`${this.path}/narrow?${asked}`);
        if (!found) return;
        this.keys = { ...this.keys, ...found };
        if (this.keys.count === 1) this.goTo(this.keys.rows[0]);
      } catch (refusal) {
        this.problem = words(refusal);
      }
    },
    chooseKey(target, text) { this.keys.chosen = { ...this.keys.chosen, [target]: text }; return this.narrow(); },
    clearKeys() { this.keys.chosen = {}; return this.narrow(); },
    foundText() { return `${this.keys.count} ${this.keys.count === 1 ? 'row fits' : 'rows fit'}`; },
    goTo(name) { return this.reload({ row: name, at: 0, field: (this.sheet.columns[0] || {}).target || NAME }); },
  };
}
