// The cells of a grid: how they are drawn, edited, sorted and filtered.
import { mark } from './live.js';

const QUANTITY = /^[+-]?[\d.]+( |$)/;
const PLAIN = /^[+-]?(\d+(\.\d+)?|\.\d+)$/;

// Number and unit of a text, the unit in a lighter tone.
function quantity(element, text) {
  const match = /^([+-]?[\d.]+) (.+)$/.exec(text);
  if (!match) { element.append(text); return; }
  const unit = document.createElement('span');
  unit.className = 'cell-unit';
  unit.textContent = ` ${match[2]}`;
  element.append(match[1], unit);
}

// What a cell comes to is what is read first; a mark tells that something else was typed, or that something else decides.
// +result+ is nothing until it is known.
export function drawCell(element, typed, result) {
  if (!result || result.text === undefined) {
    if (typed === '') element.classList.add('cell-open');
    element.textContent = typed === '' ? 'open' : typed;
    return;
  }
  const { text, decider, finding } = result;
  if (finding) element.title = `${finding.message} ${finding.remedy || ''}`;
  if (finding && finding.span) {
    element.classList.add('cell-fault');
    element.textContent = typed;
    return;
  }
  if (finding) element.classList.add(`cell-${finding.level}`);
  if (typed === '') element.classList.add('cell-open');
  quantity(element, text);
  if (decider && (typed === '' || decider !== 'table')) element.insertAdjacentHTML('beforeend', `<span class="cell-by decider-${decider}">${mark(decider)}</span>`);
  else if (computed(typed, text)) element.insertAdjacentHTML('beforeend', `<span class="cell-by cell-typed">${mark('formula')}</span>`);
}

// Whether what was typed is a formula: not a number, nor what it comes to in other letters or by another name of the same thing.
function computed(typed, text) {
  if (typed === '' || PLAIN.test(typed)) return false;
  return typed.startsWith('=') || (QUANTITY.test(text) && typed !== text);
}

const amount = (value) => { const number = parseFloat(value); return Number.isNaN(number) ? null : number; };

// Numbers by size, then texts by letter; open cells last, whichever the way (1 or -1).
export function compare(one, other, way) {
  if (one === other) return 0;
  if (one === '') return 1;
  if (other === '') return -1;
  const [a, b] = [amount(one), amount(other)];
  if (a !== null && b !== null && a !== b) return (a - b) * way;
  return String(one).localeCompare(String(other), 'en', { numeric: true }) * way;
}

// "oak" finds what holds it; "> 500", "<= 3", "= 12" compare numbers; "open" finds open cells. +text+ is what an open cell
// comes to, as far as it is known.
export function passes(wanted, value, text) {
  const said = wanted.trim().toLowerCase();
  const own = String(value || '').toLowerCase();
  if (said === 'open') return own === '';
  const match = /^(<=|>=|<|>|=)\s*(.+)$/.exec(said);
  const found = (own || text || '').toLowerCase();
  if (!match) return found.includes(said);
  const [a, b] = [amount(found), amount(match[2])];
  if (match[1] === '=') return a !== null && b !== null ? a === b : found === match[2];
  if (a === null || b === null) return false;
  return { '<': a < b, '>': a > b, '<=': a <= b, '>=': a >= b }[match[1]];
}
