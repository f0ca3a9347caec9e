// What a person decides against rules and tables, with a reason: in the panel Because, of what is selected.
import { words } from './api.js';
import { picked } from './pick.js';
import { desk } from './desk.js';

export function overriding() {
  return {
    open: false,
    value: '',
    reason: '',
    scope: 'one',
    wrong: '',

    init() {
      this.$watch('selected', () => this.fold());
      this.$watch('because', () => this.takeOffer());
      this.$watch('offering', () => this.takeOffer());
      this.takeOffer();
    },
    // What is offered elsewhere opens once its reason is told.
    takeOffer() {
      if (!this.offering || !this.canOverride() || desk.because.subject !== this.offering.target) return;
      const { value } = this.offering;
      this.offering = null;
      this.open = true;
      this.scope = this.variantText() ? 'one' : 'all';
      this.value = value;
      this.$nextTick(() => this.$root.scrollIntoView({ block: 'end' }));
    },
    fold() { Object.assign(this, { open: false, value: '', reason: '', wrong: '' }); },
    unfold() {
      // What is decided by hand is decided for what is seen, unless it is meant for all.
      this.scope = this.variantText() ? 'one' : 'all';
      this.open = true;
      this.$nextTick(() => {
        this.$root.querySelector('input').focus();
        this.$root.scrollIntoView({ block: 'end' });
      });
    },

    canOverride() { return Boolean(desk.mayEdit && desk.because && desk.because.overriding); },
    isOverridden() { return Boolean(desk.because && desk.because.overriding && desk.because.overriding.name); },
    choicesFor() { return desk.because && desk.because.overriding ? desk.because.overriding.choices : []; },
    hintFor() { const { unit } = (desk.because && desk.because.overriding) || {}; return unit ? `e.g. 3 ${unit}` : 'value'; },
    // What is picked, in words.
    variantText() { return Object.values(picked(desk.state.pick)).join(', '); },
    scopes() { return [...(this.variantText() ? [['one', `in ${this.variantText()} only`]] : []), ['all', 'in all variants']]; },

    async keepOverride() {
      const { subject } = desk.because;
      try {
        await desk.edit({ do: 'put_override', target: subject, value: this.value, reason: this.reason, ...(this.scope === 'one' ? { rows_of: picked(desk.state.pick) } : {}) });
        this.fold();
        desk.ask();
      } catch (refusal) {
        this.wrong = words(refusal);
      }
    },
    async liftOverride() {
      if (await desk.editOrTell({ do: 'lift_override', name: desk.because.overriding.name })) desk.ask();
    },
  };
}

// The list of all overrides.
export function overrides() {
  return {
    lift(name) { return desk.editOrTell({ do: 'lift_override', name }); },
  };
}
