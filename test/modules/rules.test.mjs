// Rules that are being written: the tree of a condition, its lines, and what changes in it.
import assert from 'node:assert/strict';
import test from 'node:test';
import { addTo, changed, coloured, linesOf, otherWord, removed, rooted, setWord, signOf, signsFor, testOf, withSign } from '/js/rule-draft.js';
import { rules } from '/js/rules.js';

const length = { name: 'length', title: 'Length', group: 'Values', unit: 'mm', choices: [], number: true, boolean: false, settable: true, chosen: false };
const load = { name: 'load', title: 'Load', group: 'Values', unit: '', choices: ['light', 'heavy'], number: false, boolean: false, settable: true, chosen: true };
const built = { name: 'windows.built', title: 'Windows: built?', group: 'Is it built?', unit: '', choices: [], number: false, boolean: true, settable: false, chosen: false };
const at = { name: 'length', sign: '>', value: '1 m', text: 'length > 1 m' };
const lit = { name: 'load', sign: '=', value: '"light"', text: 'load = "light"' };

test('a tree in lines, with the depth and the path of each', () => {
  const tree = { any: [at, { all: [lit, { not: { typed: 'odd(n)' } }] }], text: 'x' };
  assert.deepEqual(linesOf(tree).map(({ path, depth, word }) => [path.join('.'), depth, word]),
    [['', 0, 'any'], ['0', 1, undefined], ['1', 1, 'all'], ['1.0', 2, undefined], ['1.1', 2, 'none'], ['1.1.0', 3, undefined]]);
  assert.deepEqual(rooted(at), { all: [at], text: at.text });
  assert.equal(rooted(tree), tree);
});

test('what is changed loses its text, and so does what it stands in; all else keeps it', () => {
  const tree = { all: [at, { any: [lit, at], text: '(…)' }], text: 'whole' };
  const other = changed(tree, [1, 0], ({ text: _text, ...one }) => ({ ...one, value: '"heavy"' }));
  assert.deepEqual(other, { all: [at, { any: [{ name: 'load', sign: '=', value: '"heavy"' }, at] }] });
  assert.deepEqual(addTo(tree, [1], lit).all[1].any.length, 3);
  assert.deepEqual(setWord(tree, [], 'none'), { not: { any: tree.all } });
  assert.deepEqual(removed({ all: [at, { any: [lit] }] }, [1, 0]), { all: [at] });
  assert.deepEqual(removed({ all: [at] }, [0]), { all: [] });
  assert.deepEqual([otherWord(tree, []), otherWord(tree, [1])], ['any', 'all']);
});

test('a test compares in the ways that its name allows, and keeps what it can', () => {
  assert.deepEqual([testOf(length), testOf(load), testOf(built)].map(signOf), ['>', '=', 'yes']);
  assert.deepEqual([signsFor(built), signsFor(load)], [['yes', 'no', 'typed'], ['=', '!=', 'among', 'typed']]);
  assert.deepEqual(withSign(at, 'range', length, ''), { name: 'length', from: '1 m', till: '', open: '[]' });
  assert.deepEqual(withSign(withSign(at, 'range', length, ''), '<=', length, ''), { name: 'length', sign: '<=', value: '1 m' });
  assert.deepEqual(withSign(lit, 'among', load, ''), { name: 'load', among: ['"light"'] });
  assert.deepEqual(withSign(at, 'typed', length, at.text), { typed: 'length > 1 m' });
  assert.deepEqual(withSign(testOf(built), 'no', built, ''), { name: 'windows.built', is: 'no' });
});

test('a text is coloured by what its pieces are, and wrong where it is wrong', () => {
  const pieces = coloured('lenght > 1.5 m and load = "ö"', [0, 6]);
  assert.equal(pieces.map(({ text }) => text).join(''), 'lenght > 1.5 m and load = "ö"');
  assert.deepEqual(pieces.filter(({ kind }) => !/sign/.test(kind)).map(({ text, kind }) => [text, kind]), [['lenght', 'name is-wrong'], ['1.5 m', 'number'], ['and', 'word'], ['load', 'name'], ['"ö"', 'text']]);
});

// The rule editor without its page.
function editor() {
  const effects = [{ name: 'suppress', about: 'suppress', subject: 'feature', arguments: [] },
    { name: 'set', about: 'set', subject: 'parameter', arguments: [{ name: 'to', many: false }] },
    { name: 'offer', about: 'offer', subject: 'choice', arguments: [{ name: 'choices', many: true }] },
    { name: 'warn', about: 'warn', subject: 'text', arguments: [] }];
  const pickable = { names: [length, load, built], features: [{ name: 'windows', title: 'Windows' }] };
  const root = { dataset: { pickable: JSON.stringify(pickable), effects: JSON.stringify(effects) } };
  root.closest = () => root;
  const made = Object.defineProperties({ $root: root }, Object.getOwnPropertyDescriptors(rules()));
  // Nobody answers here.
  return Object.assign(made, { askCondition() {}, tryLater() {} });
}

test('effects take what their kind says, and lose it with the kind', () => {
  const rule = editor();
  rule.begin();
  const [effect] = rule.draft.branches[0].effects;
  assert.deepEqual(rule.effectTree(effect), { suppress: 'windows' });
  const turn = (kind) => { effect.kind = kind; rule.resetEffect(effect); };
  turn('set');
  rule.setArgument(effect, { name: 'to' }, '3 mm');
  assert.deepEqual(rule.effectTree(effect), { set: 'length', to: '3 mm' });
  turn('offer');
  rule.setArgument(effect, { name: 'choices' }, ['heavy']);
  assert.deepEqual(rule.effectTree(effect), { offer: 'load', choices: ['heavy'] });
  turn('warn');
  assert.deepEqual(rule.effectTree(effect), { warn: '' });
});

test('a stored rule becomes a draft and comes out the same, with all its branches', async () => {
  const rule = editor();
  const stored = { name: 'Heavy', note: 'n', when: 'load = "heavy"', then: [{ set: 'length', to: '2 m' }], else_when: [{ when: 'length > 1 m', then: [{ offer: 'load', choices: ['light'] }] }], otherwise: [{ warn: 'No.' }] };
  await rule.change({ closest: () => ({ dataset: { rule: JSON.stringify(stored) } }) });
  stored.else_when.concat(stored).forEach(({ when }) => assert.ok(rule.draft.branches.some((branch) => branch.text === when)));
  assert.deepEqual(rule.editOfDraft(), { do: 'put_rule', rule: stored, replaces: 'Heavy' });
});
