// The sheet: blocks of the clipboard, sorting, filtering.
import assert from 'node:assert/strict';
import test from 'node:test';
import { compare, passes } from '/js/grid-cells.js';
import { readBlock, writeBlock } from '/js/grid-keys.js';

test('blocks as spreadsheets write them: quotes, line ends, a last line end', () => {
  assert.deepEqual(readBlock('a\tb\r\nc\td\r\n'), [['a', 'b'], ['c', 'd']]);
  assert.deepEqual(readBlock('"a ""b"""\t"two\nlines"\n'), [['a "b"', 'two\nlines']]);
  assert.deepEqual(readBlock('90'), [['90']]);
  assert.deepEqual(readBlock(writeBlock([['', 'x'], ['"', '\t']])), [['', 'x'], ['"', '\t']]);
});

test('numbers sort by size, then texts, open cells last in both ways', () => {
  const cells = ['10 mm', '', '9 mm', 'oak', '-1', 'ash', '2.5 mm'];
  const sorted = (way) => [...cells].sort((one, other) => compare(one, other, way));
  assert.deepEqual(sorted(1), ['-1', '2.5 mm', '9 mm', '10 mm', 'ash', 'oak', '']);
  assert.deepEqual(sorted(-1).at(-1), '');
  assert.deepEqual(sorted(-1).filter((cell) => /\d/.test(cell)), ['10 mm', '9 mm', '2.5 mm', '-1']);
});

test('a filter holds what is contained, compares numbers, and finds open cells', () => {
  const holds = (wanted, value, text) => passes(wanted, value, text);
  assert.deepEqual(['> 500', '<= 600 mm', '= 600', '60', ' 600 '].map((wanted) => holds(wanted, '600 mm')), [true, true, true, true, true]);
  assert.deepEqual(['> 600', '< 600', '= 60', 'oak'].map((wanted) => holds(wanted, '600 mm')), [false, false, false, false]);
  assert.deepEqual([holds('open', ''), holds('open', 'x'), holds('> 5', 'oak')], [true, false, false]);
  // An open cell is looked for by what it comes to.
  assert.deepEqual([holds('> 100', '', '120 mm'), holds('open', '', '120 mm'), holds('12', '', '120 mm')], [true, true, true]);
  assert.equal(holds('= oak', 'Oak'), true);
});
