// A rule as it is being written, without any page: conditions as trees of picks (as the server reads and writes them), their
// lines for the editor, and changes by path. Whatever is changed gives a new tree, in which the changed pieces have lost the
// text they were read from.

export const WORDS = { all: 'all of', any: 'any of', none: 'none of', some: 'not all of' };
const NEGATED = { none: 'any', some: 'all' };

// {word, parts} of a group, or null for a test. A single test that is negated is a group of one.
function groupOf(tree) {
  if (tree.all) return { word: 'all', parts: tree.all };
  if (tree.any) return { word: 'any', parts: tree.any };
  if (!tree.not) return null;
  if (tree.not.any) return { word: 'none', parts: tree.not.any };
  return tree.not.all ? { word: 'some', parts: tree.not.all } : { word: 'none', parts: [tree.not] };
}

function group(word, parts) {
  return word in NEGATED ? { not: { [NEGATED[word]]: parts } } : { [word]: parts };
}

// A condition always stands in a group.
export const rooted = (tree) => (groupOf(tree) ? tree : { all: [tree], ...(tree.text ? { text: tree.text } : {}) });

// The lines of a tree, outermost first: {path, depth, word} of groups, {path, depth, test} of tests.
export function linesOf(tree, path = []) {
  const found = groupOf(tree);
  if (!found) return [{ path, key: path.join('-'), depth: path.length, test: tree }];
  const inner = found.parts.flatMap((part, at) => linesOf(part, [...path, at]));
  return [{ path, key: `${path.join('-')}g`, depth: path.length, word: found.word }, ...inner];
}

// The tree with what is at a path changed by a function; null removes it. Empty groups go with it, but for the outermost.
export function changed(tree, path, change) {
  if (!path.length) return change(tree);
  const [at, ...rest] = path;
  const { word, parts } = groupOf(tree);
  const fresh = parts.flatMap((part, index) => (index === at ? [changed(part, rest, change)].filter((one) => one && !(groupOf(one) && !groupOf(one).parts.length)) : [part]));
  return group(word, fresh);
}

export const setWord = (tree, path, word) => changed(tree, path, (node) => group(word, groupOf(node).parts));
export const addTo = (tree, path, part) => changed(tree, path, (node) => { const { word, parts } = groupOf(node); return group(word, [...parts, part]); });
export const removed = (tree, path) => changed(tree, path, () => null);
// The other of the two joints, for a group within a group.
export const otherWord = (tree, path) => {
  const { word } = linesOf(tree).find((line) => line.word && line.key === `${path.join('-')}g`);
  return word === 'any' ? 'all' : 'any';
};

const SIGNS = { '=': 'is', '!=': 'is not', '<': 'is below', '<=': 'is at most', '>': 'is above', '>=': 'is at least' };
const MORE = { among: 'is one of', range: 'is from … to', yes: 'holds', no: 'does not hold', typed: 'as typed' };
export const signWord = (sign) => SIGNS[sign] || MORE[sign];

// How a test compares: a sign, among, range, yes, no or typed.
export function signOf(test) {
  if ('typed' in test) return 'typed';
  if ('is' in test) return test.is;
  if ('among' in test) return 'among';
  return 'from' in test ? 'range' : test.sign;
}

export function signsFor({ number, boolean }) {
  if (boolean) return ['yes', 'no', 'typed'];
  return number ? [...Object.keys(SIGNS), 'range', 'among', 'typed'] : ['=', '!=', 'among', 'typed'];
}

const quoted = (text) => JSON.stringify(text);
// The first choice of a name, as a formula; blank where it has none.
const first = ({ choices, number }) => (choices.length ? (number ? choices[0] : quoted(choices[0])) : '');

// A test of a name as it begins.
export function testOf(name) {
  if (name.boolean) return { name: name.name, is: 'yes' };
  return { name: name.name, sign: name.number ? '>' : '=', value: first(name) };
}

// The same test compared in another way; what it was compared with is kept as far as that goes.
export function withSign(test, sign, name, text) {
  const value = test.value ?? test.from ?? (test.among || [])[0] ?? first(name);
  if (sign === 'typed') return { typed: text };
  if (sign === 'yes' || sign === 'no') return { name: name.name, is: sign };
  if (sign === 'among') return { name: name.name, among: value === '' ? [] : [value] };
  if (sign === 'range') return { name: name.name, from: value, till: test.till ?? '', open: '[]' };
  return { name: name.name, sign, value };
}

// Values to choose from: [formula, words].
export const optionsOf = ({ choices, number }) => choices.map((choice) => [number ? choice : quoted(choice), choice]);

// Pieces of a text for colouring, {text, kind}; those within +span+ ([start, length], in letters) are wrong, too.
const TOKENS = /("(?:[^"\\]|\\.)*"?)|(\b(?:and|or|not|in|between|if|then|else|true|false)\b)|(\d[\d.]*(?:\s*[\p{L}°%][\p{L}\d/*]*)?)|([\p{L}_][\p{L}\p{N}_.]*)|([\s\S])/giu;
export function coloured(text, span) {
  const [start, length] = span || [Infinity, 0];
  let at = 0;
  return Array.from(text.matchAll(TOKENS), ([piece, string, word, number, name]) => {
    const from = at;
    at += Array.from(piece).length;
    const kind = (string && 'text') || (word && 'word') || (number && 'number') || (name && 'name') || 'sign';
    return { text: piece, kind: from < start + Math.max(length, 1) && at > start ? `${kind} is-wrong` : kind, key: `${from}${kind}` };
  });
}
