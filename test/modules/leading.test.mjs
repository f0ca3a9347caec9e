// Where findings lead to, and how variants are counted.
import test from 'node:test';
import assert from 'node:assert/strict';
import { idOf, leadTo, placeOf } from '/js/leading.js';
import { variantNumber } from '/js/pick.js';
import { unbroken } from '/js/gap.js';

test('every kind of place has its stage', () => {
  const stages = {
    shape: [['parts', 'plate'], ['parts', 'plate', 'stock', 'width'], ['parts', 'plate', 'features', 'bore', 'dimensions', 'diameter'], ['alternatives', 'a'], ['materials', 'steel']],
    name: [['parameters', 'length'], ['parameters', 'length', 'least']],
    vary: [['tables', 'size'], ['tables', 'size', 'rows', 'A', 'cells', 'length'], ['patterns', 'part_number']],
    rule: [['rules', 'Heavy loads', 'then', '0'], ['rule_tables', 'Bores']],
    guide: [['forms', 'quick']],
  };
  Object.entries(stages).forEach(([stage, paths]) => paths.forEach((path) => assert.equal(placeOf(path).stage, stage, path.join(' '))));
  assert.equal(placeOf([]), null);
  assert.equal(placeOf(undefined), null);
  assert.equal(leadTo('frame', ['family'], ''), null);
});

test('an address opens what it leads to, with the pick', () => {
  assert.equal(leadTo('frame', ['parts', 'plate', 'features', 'bore', 'dimensions', 'diameter'], 'row%5Bsize%5D=A'), '/families/frame/shape?row%5Bsize%5D=A&open=bore#f-bore-diameter');
  assert.equal(leadTo('frame', ['parts', 'plate', 'features', 'bore', 'horizontal', 'offset'], ''), '/families/frame/shape?open=bore#f-bore-horizontal-offset');
  assert.equal(leadTo('frame', ['parts', 'plate', 'stock', 'width'], ''), '/families/frame/shape?open=stock%3Aplate');
  assert.equal(leadTo('frame', ['tables', 'size', 'rows', 'A 1', 'cells', 'length'], ''), '/families/frame/vary?tab=size&cell_row=A+1&cell_column=length');
  assert.equal(leadTo('frame', ['parameters', 'length', 'most'], ''), '/families/frame/name#p-length-most');
});

test('a step is led to as a whole where no field is meant', () => {
  assert.equal(leadTo('frame', ['parts', 'plate', 'features', 'bore'], ''), '/families/frame/shape?open=bore#step-bore');
});

test('ids are the same as those of the pages', () => {
  assert.equal(idOf('rule', 'Heavy loads & long'), 'rule-Heavy-loads-long');
  assert.equal(idOf('form', 'größe'), 'form-gr-e');
});

test('the number of a variant: the last table changes quickest, empty ones do not count', () => {
  const tables = [{ name: 'size', rows: ['A', 'B'] }, { name: 'none', rows: [] }, { name: 'coat', rows: ['raw', 'red', 'blue'] }];
  const numbers = ['A', 'B'].flatMap((size) => ['raw', 'red', 'blue'].map((coat) => variantNumber(tables, { size, coat })));
  assert.deepEqual(numbers, [0, 1, 2, 3, 4, 5]);
  assert.ok(Number.isNaN(variantNumber(tables, { size: 'C', coat: 'raw' })));
  assert.equal(variantNumber([], {}), 0);
});

// As lib/vast_lattice/drawing/gap.rb draws it: 100 mm to 900 mm are left out, in 16 px, at 2 px for a millimetre.
test('a place beyond the gap of a picture is found', () => {
  const gap = 'x 100 900 16';
  [[0, 0], [50, 100], [100, 200], [500, 208], [900, 216], [950, 316]].forEach(([millimetres, pixels]) => assert.equal(unbroken('x', pixels, 2, gap), millimetres));
  assert.equal(unbroken('y', 500, 2, gap), 250);
  assert.equal(unbroken('x', 500, 2, undefined), 250);
});
