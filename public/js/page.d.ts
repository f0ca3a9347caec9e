// What elements of the pages have: which element a selector finds is known to the templates, not to the compiler.
interface Element {
  dataset: DOMStringMap;
  hidden: boolean;
  value: string;
  content: string;
  href: string;
  src: string;
  contentWindow: Window;
  options: HTMLOptionsCollection;
  focus(options?: FocusOptions): void;
  setSelectionRange(start: number, end: number): void;
}

interface EventTarget {
  matches(selectors: string): boolean;
  closest(selectors: string): Element | null;
  select(): void;
}

interface Window {
  Alpine: unknown;
}
