// A form that is sent by script, because the token that lets it write stands in a header alone. What is refused is told
// beside it; else the page goes where the answer leads.
import { sendForm, words } from './api.js';

export const sentForm = () => ({
  problem: '',
  sending: false,

  async send() {
    if (this.sending) return;
    this.sending = true;
    this.problem = '';
    try {
      const { location } = await sendForm(this.$root);
      if (location === window.location.pathname + window.location.search) window.location.reload();
      else window.location.assign(location);
    } catch (refusal) {
      this.problem = words(refusal);
    } finally {
      this.sending = false;
    }
  },
});
