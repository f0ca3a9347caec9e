// The blast radius of an edit in words.
import { counted } from './wording.js';

// "2 of 8 variants change: 2 part numbers, 1 state (windows), mass of 2 by -0.36 to +0.15 kg."
export function blastWords(blast) {
  const parts = [];
  const names = (counts) => Object.keys(counts).slice(0, 4).map((name) => name.replaceAll('_', ' ')).join(', ') + (Object.keys(counts).length > 4 ? ', …' : '');
  const most = (counts) => Math.max(...Object.values(counts));
  if (Object.keys(blast.values).length) parts.push(`values: ${names(blast.values)}`);
  if (Object.keys(blast.states).length) parts.push(`states: ${names(blast.states)}`);
  if (Object.keys(blast.steps || {}).length) parts.push(`shapes: ${names(blast.steps)}`);
  if (Object.keys(blast.placed || {}).length) parts.push(`places: ${names(blast.placed)}`);
  if (blast.prices) parts.push(`price of ${blast.prices}`);
  if (blast.labels.part_number) parts.push(counted(most({ a: blast.labels.part_number }), 'part number'));
  if (blast.masses) {
    const signed = blast.heavier.map((mass) => `${mass > 0 ? '+' : ''}${Number(mass.toPrecision(3))}`);
    parts.push(`mass of ${blast.masses} by ${[...new Set(signed)].join(' to ')} kg`);
  }
  if (blast.operations) parts.push(`prices or operations of ${blast.operations} in their lines`);
  if (blast.findings) parts.push(`what is found in ${blast.findings}`);
  if (blast.unweighed) parts.push(`${blast.unweighed} not weighed`);
  if (blast.broken) parts.push(`${blast.broken} no longer valid`);
  if (blast.mended) parts.push(`${blast.mended} valid again`);
  const head = [];
  if (blast.new) head.push(`${counted(blast.new, 'variant')} new`);
  if (blast.gone) head.push(`${counted(blast.gone, 'variant')} gone`);
  if (blast.changed || !head.length) head.push(blast.changed ? `${blast.changed} of ${counted(blast.variants, 'variant')} ${blast.changed === 1 ? 'changes' : 'change'}` : 'No variant changes');
  if (blast.partly) head.push('with the default rows of other tables');
  return `${head.join(', ')}${parts.length ? ': ' : '.'}${parts.join('; ')}${parts.length ? '.' : ''}`;
}

// What it does to what is kept: configurations, and published forms.
export function keptWords(kept) {
  if (!kept) return '';
  const some = (names) => names.slice(0, 3).join(', ') + (names.length > 3 ? `, and ${names.length - 3} more` : '');
  const parts = [];
  if (kept.impossible.length) parts.push(` Impossible now, though kept: ${some(kept.impossible)}.`);
  if (kept.differ.length) parts.push(` Kept configurations that differ now: ${some(kept.differ)}.`);
  if (parts.length && kept.forms.length) parts.push(` Published forms stay as they are until they are published anew: ${some(kept.forms)}.`);
  return parts.join('');
}
