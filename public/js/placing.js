// A position measured from another edge: the feature keeps its place, or the number is kept.
import { words } from './api.js';
import { desk } from './desk.js';

export function anchor() {
  return {
    async keep() {
      const { featureName: feature, axis } = this.$el.dataset;
      const from = this.$el.value;
      const edits = [{ do: 'set_feature', feature, field: `${axis}.from`, text: from }];
      try {
        if (this.keeps === 'place') edits.push({ do: 'set_feature', feature, field: `${axis}.offset`, text: await desk.offsetFrom(feature, axis, from) });
        await desk.edit(edits);
      } catch (refusal) {
        desk.tell(words(refusal));
        desk.refresh();
      }
    },
  };
}
