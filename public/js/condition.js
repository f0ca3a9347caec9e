// Puts a condition together from lists.
import { unitOf, withUnit } from './fields.js';
import { desk } from './desk.js';

export function condition() {
  return {
    find(part) { return this.$root.querySelector(part); },

    // The values of a choice are offered, and its texts quoted.
    named() {
      const name = this.find('.pick-name').value;
      const value = desk.state.values[name];
      this.find('datalist').innerHTML = '';
      ((value && value.choices) || (value && typeof value.value === 'boolean' ? ['true', 'false'] : [])).forEach((choice) => {
        const option = document.createElement('option');
        option.value = choice;
        this.find('datalist').append(option);
      });
    },

    compose(joint) {
      const [name, sign, value] = ['.pick-name', '.pick-sign', '.pick-value'].map((part) => this.find(part).value.trim());
      if (!name || !value) return;
      const text = this.find('.entry-text');
      const known = desk.state.values[name];
      // A number without a unit means the unit in which its name is shown.
      const meant = withUnit(value, known && known.base_unit ? unitOf(known.text) : '');
      const quoted = known && typeof known.value === 'string' ? `"${value.replaceAll('"', '')}"` : meant;
      text.value = joint && text.value.trim() ? `${text.value.trim()}${joint}${name} ${sign} ${quoted}` : `${name} ${sign} ${quoted}`;
      text.dispatchEvent(new Event('input', { bubbles: true }));
      text.focus();
      // A text that no hand typed leaves its field without a change event.
      text.addEventListener('blur', () => text.dispatchEvent(new Event('change', { bubbles: true })), { once: true });
    },
  };
}
