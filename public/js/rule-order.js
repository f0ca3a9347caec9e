// Sets of rules and the order on the page: dragged, or moved by buttons. It never changes what rules mean.
import Sortable from '../vendor/sortable/sortable.js';
import { picked } from './pick.js';
import { desk } from './desk.js';

const ruleIn = (section) => JSON.parse(section.dataset.rule);

export function ruleOrder() {
  return {
    sorted: new WeakSet(),
    outSet: '',
    outOf: '',
    outReason: '',
    renewed: null,

    init() {
      this.renewed = () => this.follow();
      window.addEventListener('renewed', this.renewed);
      this.follow();
    },
    destroy() { window.removeEventListener('renewed', this.renewed); },

    // Lists that are there now can be dragged in, and from one to the other.
    follow() {
      if (!desk.mayEdit) return;
      Array.from(this.$root.querySelectorAll('.rule-list')).filter((list) => !this.sorted.has(list)).forEach((list) => {
        this.sorted.add(list);
        Sortable.create(list, { group: 'rules', handle: '.drag', draggable: '[data-rule]', animation: 120, forceFallback: true, onEnd: (event) => this.dropped(event) });
      });
    },
    async dropped({ item, from, to, oldIndex, newIndex }) {
      if (from === to && oldIndex === newIndex) return;
      const rule = ruleIn(item);
      const next = item.nextElementSibling && item.nextElementSibling.dataset.rule ? ruleIn(item.nextElementSibling).name : null;
      const { set } = to.dataset;
      const edits = [...(from === to ? [] : [{ do: 'put_rule', rule: { ...rule, set } }]), { do: 'move_rule', name: rule.name, before: next }];
      if (!await desk.editOrTell(edits)) desk.refresh();
    },
    moveRule(button, by) {
      const { name } = ruleIn(button.closest('[data-rule]'));
      const all = Array.from(this.$root.querySelectorAll('[data-rule]')).map((section) => ruleIn(section).name);
      const to = all.indexOf(name) + by;
      return to < 0 || to >= all.length ? null : desk.editOrTell({ do: 'move_rule', name, before: all[to + (by > 0 ? 1 : 0)] || null });
    },
    // What a set of rules does not concern.
    beginOptOut(set) { Object.assign(this, { outSet: set, outOf: '', outReason: '' }); },
    isOptingOut(set) { return this.outSet !== '' && this.outSet === set; },
    variantPicked() { return Object.values(picked(desk.state.pick)).join(', '); },
    async keepOptOut() {
      const about = this.outOf ? { subject: this.outOf } : { rows_of: picked(desk.state.pick) };
      if (await desk.editOrTell({ do: 'put_opt_out', set: this.outSet, reason: this.outReason, ...about })) this.beginOptOut('');
    },
    liftOptOut(name) { return desk.editOrTell({ do: 'lift_opt_out', name }); },

    switchSet(set, active) { return desk.editOrTell({ do: 'switch_set', set, active }); },
  };
}
