// The lattice: a cell picks its variant and asks why.
export function lattice() {
  return {
    listener: null,

    init() {
      this.listener = () => this.follow();
      window.addEventListener('outcome', this.listener);
      this.follow();
    },
    destroy() { window.removeEventListener('outcome', this.listener); },

    follow() {
      const row = this.state.pick.rows[this.$root.dataset.table];
      this.$root.querySelectorAll('.lattice-variant').forEach((button) => button.classList.toggle('in-view', button.dataset.variant === row));
    },

    async view(element) {
      if (element.dataset.variant) await this.pickRow(this.$root.dataset.table, element.dataset.variant);
    },

    async why(cell) {
      this.$root.querySelectorAll('.cell.selected').forEach((other) => other.classList.remove('selected'));
      cell.classList.add('selected');
      await this.view(cell);
      this.select(`${cell.dataset.featureName}.${cell.dataset.cellState === 'hidden' ? 'shown' : 'built'}`);
    },
  };
}
