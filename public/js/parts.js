// The parts of a page that an edit may change, by the selectors of their elements: what the program sent last of each, so that it sends only
// what is not the same.
import { renew } from './renewal.js';

export function parts() {
  const kept = {};
  const marks = {};
  return {
    // The marks of what is here.
    had: () => Object.values(marks).join(','),

    // Brings all parts up to date, also those that are as they were sent before: a hand may have changed them since.
    take(page) {
      Object.assign(kept, page.parts);
      Object.assign(marks, page.marks);
      Object.keys(page.marks).forEach((selector) => renew(document.querySelector(selector), kept[selector]));
    },
  };
}
