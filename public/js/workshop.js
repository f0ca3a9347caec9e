// What the workshop has, how fast it is and what it costs: of the house, and for one family.
import { post, words } from './api.js';
import { desk } from './desk.js';

// {rates: {kind: {field: text}}, tools: {kind: text}, bars, saw, currency} of the fields of one.
function told(form, whose) {
  const found = { rates: {}, tools: {} };
  form.querySelectorAll(`[data-whose="${whose}"]`).forEach(({ dataset: { group, kind, field }, value }) => {
    const text = value.trim();
    if (!text) return;
    if (group === 'rates') found.rates[kind] = { ...found.rates[kind], [field]: text };
    else if (group === 'tools') found.tools[kind] = text;
    else found[field] = text;
  });
  return found;
}

export function workshop() {
  let before = '';

  return {
    problem: '',
    said: '',

    init() { before = JSON.stringify(told(this.$el, 'own')); },

    async keep(form) {
      this.problem = '';
      this.said = '';
      try {
        await post('/api/house/workshop', { workshop: told(form, 'house') });
        const own = told(form, 'own');
        if (JSON.stringify(own) !== before) {
          if (!await desk.editOrTell({ do: 'set_workshop', workshop: own })) return;
          before = JSON.stringify(own);
        }
        this.said = 'Kept.';
      } catch (refusal) { this.problem = words(refusal); }
    },
  };
}
