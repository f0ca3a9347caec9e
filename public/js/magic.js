// What Alpine gives every component beside what it is itself.

// The element of a component.
export const rootOf = (component) => component.$root;

// Calls +then+ once what has changed is on the page.
export const afterwards = (component, then) => component.$nextTick(then);
