// The sheet: blocks of the clipboard, sorting, filtering; rules that are picked and typed.
import assert from 'node:assert/strict';
import test from 'node:test';
import { compare, passes } from '/js/grid-cells.js';
import { readBlock, writeBlock } from '/js/grid-keys.js';
import { rules } from '/js/rules.js';

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

// The rule editor without its page.
function editor() {
  const pickable = {
    parameters: [{ name: 'length', title: 'Length', kind: 'number', unit: 'mm', choices: [], number: true },
      { name: 'load', title: 'Load', kind: 'choice', unit: '', choices: ['light', 'heavy'], number: false },
      { name: 'drilled', title: 'Drilled', kind: 'yes_no', unit: '', choices: ['true', 'false'], number: false }],
    features: [{ name: 'windows', title: 'Windows' }],
  };
  const effects = [{ name: 'suppress', about: 'suppress', subject: 'feature', arguments: [] },
    { name: 'set', about: 'set', subject: 'parameter', arguments: [{ name: 'to', many: false }] },
    { name: 'offer', about: 'offer', subject: 'choice', arguments: [{ name: 'choices', many: true }] },
    { name: 'warn', about: 'warn', subject: 'text', arguments: [] }];
  const root = { dataset: { pickable: JSON.stringify(pickable), effects: JSON.stringify(effects) } };
  const made = Object.defineProperties({ $root: root, typed() {} }, Object.getOwnPropertyDescriptors(rules()));
  made.typed = () => {};
  return made;
}

test('picked tests read as a formula, with units and quotes, and back', () => {
  const rule = editor();
  rule.begin();
  assert.equal(rule.draft.when, 'length > …');
  Object.assign(rule.draft.tests[0], { sign: '>=', value: '600' });
  rule.addTest();
  Object.assign(rule.draft.tests[1], { name: 'load', sign: '<', value: 'none' });
  rule.addTest();
  Object.assign(rule.draft.tests[2], { name: 'drilled', value: 'false' });
  rule.compose();
  // A choice has no order, and only its own values.
  assert.equal(rule.draft.when, 'length >= 600 mm and load = "light" and drilled = false');
  assert.deepEqual(rule.testsOf(rule.draft.when), [{ name: 'length', sign: '>=', value: '600 mm' }, { name: 'load', sign: '=', value: 'light' }, { name: 'drilled', sign: '=', value: 'false' }]);
  rule.dropTest(1);
  assert.equal(rule.draft.when, 'length >= 600 mm and drilled = false');
});

test('a condition that picks cannot say stays a text', () => {
  const rule = editor();
  assert.deepEqual(['length > 2 * depth', 'not(drilled)', 'length > 1 m or drilled = true', 'width > 3'].map((text) => rule.testsOf(text)), [[], [], [], []]);
});

test('effects take what their kind says, and lose it with the kind', () => {
  const rule = editor();
  rule.begin();
  assert.deepEqual(rule.draft.then.map((effect) => rule.effectTree(effect)), [{ suppress: 'windows' }]);
  const [effect] = rule.draft.then;
  effect.kind = 'set';
  rule.resetEffect(effect);
  rule.setArgument(effect, { name: 'to' }, '3 mm');
  assert.deepEqual(rule.effectTree(effect), { set: 'length', to: '3 mm' });
  effect.kind = 'offer';
  rule.resetEffect(effect);
  assert.deepEqual([effect.target, effect.choices], ['load', []]);
  rule.setArgument(effect, { name: 'choices' }, ['heavy']);
  assert.deepEqual(rule.effectTree(effect), { offer: 'load', choices: ['heavy'] });
  effect.kind = 'warn';
  rule.resetEffect(effect);
  assert.deepEqual(rule.effectTree(effect), { warn: '' });
});

test('a stored rule becomes a draft and comes out the same', () => {
  const rule = editor();
  const stored = { name: 'Heavy', note: 'n', active: true, when: 'load = "heavy"', then: [{ set: 'length', to: '2 m' }, { offer: 'load', choices: ['light'] }], otherwise: [{ warn: 'No.' }] };
  rule.change({ closest: () => ({ dataset: { rule: JSON.stringify(stored) } }) });
  assert.deepEqual(rule.draft.then.map((effect) => rule.effectTree(effect)), stored.then);
  assert.deepEqual(rule.draft.otherwise.map((effect) => rule.effectTree(effect)), stored.otherwise);
  assert.deepEqual([rule.replaces, rule.draft.tests], ['Heavy', [{ name: 'load', sign: '=', value: 'heavy' }]]);
});
