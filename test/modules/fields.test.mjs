// The fields of forms: units, choices that mean the same, what lists take.
import test from 'node:test';
import assert from 'node:assert/strict';
import { unitOf, withUnit, fields } from '/js/fields.js';
import { beside, outside } from '/js/arranging.js';

test('a plain number is meant in the unit of its field', () => {
  const cases = [['12', 'mm', '12 mm'], [' 1.5 ', 'm', '1.5 m'], ['1/2', 'in', '1/2 in'], ['1 1/2', 'in', '1 1/2 in'], ['.5', 'm', '.5 m'], ['-3', 'deg', '-3 deg'],
    ['12 cm', 'mm', '12 cm'], ['length', 'mm', 'length'], ['', 'mm', ''], ['12', '', '12'], ['1e3', 'mm', '1e3'], ['1,5', 'mm', '1,5']];
  cases.forEach(([text, unit, expected]) => assert.equal(withUnit(text, unit), expected, text));
});

test('the unit of what is shown', () => {
  const cases = [['31.4961 in', 'in'], ['-2.5 mm', 'mm'], ['1 1/2 in', 'in'], ['16.90 EUR', 'EUR'], ['12', ''], ['undefined', ''], ['0.5 kg/m3', 'kg/m3']];
  cases.forEach(([text, unit]) => assert.equal(unitOf(text), unit, text));
});

test('choices of one amount are the same, however they are written', () => {
  const form = fields();
  form.impossible = { '0/0/1': { '0.5': 'too thin', oak: 'too soft', '': 'nothing' } };
  assert.equal(form.whyImpossible('0/0/1', '0.50'), 'too thin');
  assert.equal(form.whyImpossible('0/0/1', 'oak'), 'too soft');
  assert.equal(form.whyImpossible('0/0/1', 'ash'), null);
  assert.equal(form.whyImpossible('0/0/1', '0'), null);
  assert.equal(form.whyImpossible('9', 'oak'), null);
  assert.equal(form.left('2.50', { choices: [{ entry: '2.5', left: true }] }), true);
  assert.equal(form.left('2.5', { choices: [{ entry: '2.5', left: false }] }), false);
  assert.equal(form.left('2.5', {}), true);
  assert.equal(form.whyBarred('0/0/1', 'oak'), 'too soft');
  assert.equal({ ...form, bars: () => false }.whyBarred('0/0/1', 'oak'), null);
});

test('steps go within a list and on into the lists beside it', () => {
  const sizes = (within) => ({ '': 2, 0: 2, 1: 1, '0/0': 3, '0/1': 0, '1/0': 2 })[within];
  assert.equal(beside('0/0/1', -1, sizes), '0/0/0');
  assert.equal(beside('0/0/1', 1, sizes), '0/0/3');
  assert.equal(beside('0/0/2', 1, sizes), '0/1/0');
  assert.equal(beside('1/0/0', -1, sizes), '0/1/0');
  assert.equal(outside('0/0/0', -1, sizes), null);
  assert.equal(outside('1/0', -1, sizes), '0/2');
  assert.equal(beside('0', -1, sizes), null);
});
