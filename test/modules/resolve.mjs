// Lets Node find the modules of the pages: "/js/…" and "/vendor/…" stand for files below public.
import { register } from 'node:module';

const hooks = `export function resolve(name, context, next) {
  return next(/^\\/(js|vendor)\\//.test(name) ? new URL('.' + name, '${new URL('../../public/', import.meta.url)}').href : name, context);
}
export async function load(url, context, next) {
  return next(url, url.includes('/public/') ? { ...context, format: 'module' } : context);
}`;

register(`data:text/javascript,${encodeURIComponent(hooks)}`);
