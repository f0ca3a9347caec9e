// The one who keeps the page: the workspace of a family, or a form that is filled in. The modules that are part of it import it and name what
// they need of it; what a module calls on +this+ is its own.

/** @type {ReturnType<import('./workspace.js').workspace>} */
export let desk = null;

// Called by whoever keeps the page, first of all.
export function settle(keeper) { desk = keeper; }
