// Where in the workspace one finds what a place of a family speaks of: the address of the stage, what is opened there, and
// the element that has the words.

const SHAPE_FIELDS = { dimensions: '', horizontal: 'horizontal-', vertical: 'vertical-', pattern: 'pattern-' };

// An id for something by its name, as the pages make it.
export const idOf = (kind, name) => `${kind}-${name.replace(/\W+/g, '-')}`;

function shape([, part, list, feature, group, field]) {
  if (list === 'stock') return { stage: 'shape', open: `stock:${part}` };
  if (list !== 'features') return { stage: 'shape' };
  const prefix = SHAPE_FIELDS[group];
  return { stage: 'shape', open: feature, at: prefix !== undefined && field ? `f-${feature}-${prefix}${field.replace('.', '-')}` : `step-${feature}` };
}

function table([, name, list, row, , column]) {
  return { stage: 'vary', tab: name, ...(list === 'rows' ? { cell_row: row, cell_column: column } : {}) };
}

const PLACES = {
  parameters: ([, name, field]) => ({ stage: 'name', at: `p-${name}-${field || 'default'}` }),
  parts: shape,
  alternatives: () => ({ stage: 'shape' }),
  materials: () => ({ stage: 'shape' }),
  tables: table,
  patterns: () => ({ stage: 'vary', tab: 'numbers' }),
  rules: ([, name]) => ({ stage: 'rule', at: idOf('rule', name) }),
  rule_tables: ([, name]) => ({ stage: 'rule', at: idOf('rule-table', name) }),
  base_price: () => ({ stage: 'rule', at: 'prices' }),
  opt_outs: ([, name]) => ({ stage: 'rule', at: idOf('opt-out', name) }),
  overrides: ([, name]) => ({ stage: 'rule', at: idOf('override', name) }),
  forms: ([, name]) => ({ stage: 'guide', tab: name, at: idOf('form', name) }),
  pictures: () => ({ stage: 'guide' }),
};

// {stage, open, tab, cell_row, cell_column, at} of a place, or null where it is the family as a whole.
export function placeOf(path) {
  const find = PLACES[(path || [])[0]];
  return find ? find(path) : null;
}

// The address, with a pick as a query; null where there is none.
export function leadTo(slug, path, pick) {
  const found = placeOf(path);
  if (!found) return null;
  const { stage, at, ...more } = found;
  const query = new URLSearchParams(pick);
  Object.entries(more).forEach(([key, value]) => { if (value) query.set(key, value); });
  const text = query.toString();
  return `/families/${slug}/${stage}${text ? `?${text}` : ''}${at ? `#${encodeURIComponent(at)}` : ''}`;
}

// Puts the focus where an address leads to (its part after #), once the page is there.
export function arrive(hash) {
  const at = new URLSearchParams(`at=${hash.slice(1)}`).get('at');
  const element = at && (document.getElementById(at) || document.getElementById(at.replace(/-default$/, '-formula')));
  if (!element) return;
  for (let fold = element.closest('details'); fold; fold = fold.parentElement.closest('details')) fold.open = true;
  element.scrollIntoView({ block: 'center' });
  const field = element.matches('input, textarea, select, button') ? element : element.querySelector('input, textarea, select, button');
  (field || element).focus({ preventScroll: true });
  element.classList.add('glow');
}
