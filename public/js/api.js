// Talks to the JSON API. A refusal is thrown as a Refusal, which says what, why, and what to do.

export class Refusal extends Error {
  constructor(error) {
    super(error.message);
    this.remedy = error.remedy || '';
    this.findings = error.findings || [];
    this.problems = error.problems || [];
    // What was changed meanwhile, where that is why.
    this.stale = error.stale;
    // It would break what uses the family; the findings say where.
    this.used = Boolean(error.used);
    // Whether it can be taken out there, too.
    this.along = Boolean(error.along);
    // Nothing was answered, or the program was too busy: the same request may do when it is sent again.
    this.passing = Boolean(error.passing);
  }

  get text() {
    return [this.message, this.remedy].filter(Boolean).join(' ');
  }

  // The place of the wrong word in the text that was sent: [start, length] or null.
  get span() {
    return this.findings.map((finding) => finding.span).find(Boolean) || null;
  }
}

// What to tell about an error: a refusal speaks for itself; anything else is a fault of the page.
export function words(error) {
  if (error instanceof Refusal) return error.text;
  console.error(error);
  return 'Something went wrong in this page. Reload it; what was kept is safe.';
}

const token = () => document.querySelector('meta[name="csrf-token"]').content;

// How many requests are under way; the document says it to whoever waits for the page.
let asking = 0;
function count(by) {
  asking += by;
  document.documentElement.dataset.asking = String(asking);
}

// What is done with an answer counts, too, until it is done.
export async function during(work) {
  count(1);
  try { return await work(); } finally { count(-1); }
}

async function fetched(path, options) {
  count(1);
  try {
    const response = await fetch(path, options);
    // Answered only when all of it is there.
    return { response, text: await response.text() };
  } catch {
    throw new Refusal({ message: 'The program does not answer.', remedy: 'Is bin/start still running? Nothing was kept.', passing: true });
  } finally {
    count(-1);
  }
}

const read = (text) => { try { return JSON.parse(text); } catch { return { error: { message: 'The answer could not be read.' } }; } };

async function ask(path, options) {
  const { response, text } = await fetched(path, options);
  const data = read(text);
  if (!response.ok) throw new Refusal({ passing: response.status === 503 || response.status === 409, message: 'This did not work.', ...data.error });
  return data;
}

export const get = (path) => ask(path, { headers: { Accept: 'application/json' } });

export const post = (path, body) =>
  ask(path, {
    method: 'POST',
    headers: { 'Content-Type': 'application/json', 'X-CSRF-Token': token() },
    body: JSON.stringify(body),
  });

export const remove = (path) => ask(path, { method: 'DELETE', headers: { Accept: 'application/json', 'X-CSRF-Token': token() } });

// Sends a file as it is, its name beside it.
export const send = (path, file) =>
  ask(path, { method: 'POST', headers: { 'Content-Type': 'application/octet-stream', 'X-File-Name': encodeURIComponent(file.name), 'X-CSRF-Token': token() }, body: file });

// Splits a text at the wrong part: [before, wrong, after].
export function split(text, span) {
  if (!span) return [text, '', ''];
  const letters = Array.from(text);
  const [start, length] = span;
  return [letters.slice(0, start), letters.slice(start, start + Math.max(length, 1)), letters.slice(start + Math.max(length, 1))].map((part) => part.join(''));
}

export const sendForm = (form) => ask(form.action, { method: 'POST', headers: { Accept: 'application/json', 'X-CSRF-Token': token() }, body: new FormData(form) });

// A part number or another label; null is one that is undefined.
export const labelText = (label) => (label === null ? 'undefined' : label || '');

// Asks (by get, or as told), but an answer that comes after a later question was asked is dropped: then there is none.
export function newest(way = get) {
  let last = 0;
  return async (...asked) => {
    last += 1;
    const mine = last;
    try {
      const found = await way(...asked);
      return mine === last ? found : null;
    } catch (refusal) {
      if (mine === last) throw refusal;
      return null;
    }
  };
}
