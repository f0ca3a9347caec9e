// What the pages say: refusals, blast radius, imports, looks, the pick as a query.
import assert from 'node:assert/strict';
import test from 'node:test';
import { Refusal, labelText, split, words } from '/js/api.js';
import { blastWords } from '/js/blast.js';
import { importing } from '/js/importing.js';
import { pictureOf } from '/js/looks.js';
import { query } from '/js/pick.js';

test('a refusal speaks for itself, anything else is a fault of the page', (context) => {
  const refusal = new Refusal({ message: 'No.', remedy: 'Do this.', findings: [{ message: 'x' }, { span: [2, 1] }], stale: [{ number: 3 }] });
  assert.equal(words(refusal), 'No. Do this.');
  assert.deepEqual([refusal.span, refusal.stale, refusal.problems], [[2, 1], [{ number: 3 }], []]);
  assert.equal(words(new Refusal({ message: 'No.' })), 'No.');
  context.mock.method(console, 'error', () => {});
  assert.match(words(new TypeError('x is undefined')), /Something went wrong in this page/);
  assert.equal(console.error.mock.callCount(), 1);
});

test('a text is split at its wrong part, by letters and not by halves of them', () => {
  assert.deepEqual(split('lenght / 2', [0, 6]), ['', 'lenght', ' / 2']);
  assert.deepEqual(split('a😀b c', [1, 1]), ['a', '😀', 'b c']);
  assert.deepEqual(split('2 +', [3, 0]), ['2 +', '', '']);
  assert.deepEqual(split('fine', null), ['fine', '', '']);
});

test('a label that is undefined is told, one that is not there is nothing', () => {
  assert.deepEqual([null, undefined, '', 'SF-1'].map(labelText), ['undefined', '', '', 'SF-1']);
});

test('the pick as a query: rows, answers, overrides, whatever they hold', () => {
  const pick = { rows: { size: 'A & B', more: '' }, answers: { length: '2 m' }, overrides: { 'windows.built': 'no' } };
  const read = [...new URLSearchParams(query(pick))];
  assert.deepEqual(read, [['row[size]', 'A & B'], ['row[more]', ''], ['set[length]', '2 m'], ['override[windows.built]', 'no']]);
});

test('the look of the picture as a query says only what is not as usual', () => {
  const usual = { view: 'front', texts: 'number', tier: 'full', onlyPart: '', build: null, measuring: false };
  assert.equal(pictureOf(usual), 'view=front&texts=number&tier=full');
  assert.equal(pictureOf({ ...usual, onlyPart: 'brace', build: { part: 'frame', step: 20 }, measuring: true }),
    'view=front&texts=number&tier=full&part=brace&build=frame%3A20&measure=yes');
});

const nothing = { variants: 8, changed: 0, new: 0, gone: 0, values: {}, states: {}, labels: {}, masses: 0, heavier: [], unweighed: 0, broken: 0, mended: 0 };

test('the blast radius in words, by hand', () => {
  const cases = [
    [{}, 'No variant changes.'],
    [{ changed: 1, values: { depth: 1 } }, '1 of 8 variants changes: values: depth.'],
    [{ changed: 3, states: { label_hole: 3 }, labels: { part_number: 3 } }, '3 of 8 variants change: states: label hole; 3 part numbers.'],
    [{ changed: 2, values: { a: 2, b: 1, c: 1, d: 1, e: 1 } }, '2 of 8 variants change: values: a, b, c, d, ….'],
    [{ changed: 2, masses: 2, heavier: [-0.36, 0.1504] }, '2 of 8 variants change: mass of 2 by -0.36 to +0.15 kg.'],
    [{ changed: 1, masses: 1, heavier: [0.5, 0.5], unweighed: 0 }, '1 of 8 variants changes: mass of 1 by +0.5 kg.'],
    [{ changed: 9, unweighed: 4, broken: 1, mended: 2, partly: true, variants: 9 },
      '9 of 9 variants change, with the default rows of other tables: 4 not weighed; 1 no longer valid; 2 valid again.'],
    [{ new: 1 }, '1 variant new.'],
    [{ new: 2, gone: 1, changed: 1, variants: 1, values: { x: 1 } }, '2 variants new, 1 variant gone, 1 of 1 variant changes: values: x.'],
  ];
  cases.forEach(([given, said]) => assert.equal(blastWords({ ...nothing, ...given }), said));
});

test('an import says where it is, what differs and what is wrong', () => {
  const page = { ...importing(), incoming: { file: 'a.csv', share: 0.456, doing: 'checking the cells', done: false } };
  assert.deepEqual([page.importTitle(), page.importShare(), page.importPercent()], ['a.csv: checking the cells …', 46, '46 %']);
  const shown = (incoming) => { page.incoming = { file: 'a.csv', done: true, ...incoming }; return page.importTitle(); };
  assert.equal(shown({ total: 1, counts: { changed: 1 } }), 'a.csv: 1 row differs');
  assert.equal(shown({ total: 3, counts: { gone: 1, changed: 2 } }), 'a.csv: 3 rows differ');
  assert.equal(page.importCounts(), '2 changed, 1 gone');
  assert.equal(shown({ total: 0, counts: {} }), 'a.csv holds nothing new');
  assert.equal(shown({ error: { problems: [{ message: 'm', text: 't' }, { message: 'n' }] } }), 'a.csv cannot be taken; nothing was changed');
  assert.deepEqual(page.importProblems(), ['t', 'n']);
});

test('some, all or none of the differences are taken', () => {
  const page = { ...importing(), incoming: { total: 4 } };
  assert.equal(page.takeText(), 'Take all');
  page.toggleTaken(2);
  assert.deepEqual([page.isTaken(2), page.isTaken(1), page.takeText()], [false, true, 'Take 3']);
  page.toggleTaken(2);
  assert.equal(page.isTaken(2), true);
  page.takeNone();
  assert.deepEqual([page.takenCount(), page.leftOut], [0, [0, 1, 2, 3]]);
  page.takeAll();
  assert.equal(page.takenCount(), 4);
});

test('what follows from a difference leaves out what it says itself', () => {
  const page = { ...importing(), incoming: { blast: { rows: [{ name: 'A · oak', texts: ['length 1 → 2', 'mass 3 → 4'] }] } } };
  assert.deepEqual(page.effectOf({ row: 'A', cells: { length: ['1', '2'] } }), ['mass 3 → 4']);
  assert.deepEqual(page.effectOf({ row: 'B', cells: {} }), []);
  assert.deepEqual(page.cellsOf({ cells: { length: ['', '2'], depth: ['3', ''] } }),
    [{ name: 'length', before: 'open', after: '2' }, { name: 'depth', before: '3', after: 'open' }]);
});
