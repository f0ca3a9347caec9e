// Registers the components of the screens and starts Alpine (the build that needs no unsafe-eval).
import Alpine from '/vendor/alpine/alpine.js';
import { workspace } from '/js/workspace.js';
import { entry, choice } from '/js/entry.js';
import { adding, anchor, condition, recipe } from '/js/recipe.js';
import { modelView } from '/js/model-view.js';
import { parameters } from '/js/parameters.js';
import { grid, tables } from '/js/grid.js';
import { rules } from '/js/rules.js';
import { guide } from '/js/guide.js';
import { lattice } from '/js/lattice.js';

Alpine.data('workspace', workspace);
Alpine.data('entry', entry);
Alpine.data('choice', choice);
Alpine.data('recipe', recipe);
Alpine.data('adding', adding);
Alpine.data('anchor', anchor);
Alpine.data('condition', condition);
Alpine.data('modelView', modelView);
Alpine.data('parameters', parameters);
Alpine.data('grid', grid);
Alpine.data('tables', tables);
Alpine.data('rules', rules);
Alpine.data('guide', guide);
Alpine.data('lattice', lattice);
Alpine.data('submitter', () => ({ submit() { this.$root.submit(); } }));
Alpine.start();
