// What can be typed on in a box that takes a formula: names with their present values, functions with an example, units.
// A list below the box; arrows and Enter choose, Escape leaves it. Nothing is chosen by itself.
const BOXES = '.entry-text:not(.naming input), [data-formula]';
const MOST = 8;
const WORD = /[\p{L}_][\p{L}\p{N}_.]*$/u;
// Rough order of what is offered: what begins like the word first.
const rank = (name, word) => (name.toLowerCase().startsWith(word) ? 0 : 1);

export function completing(workspace, { functions, units }) {
  const list = document.createElement('ul');
  list.id = 'completions';
  list.className = 'completions';
  list.setAttribute('role', 'listbox');
  list.setAttribute('aria-label', 'What could come here');
  list.hidden = true;
  document.body.append(list);
  let box = null;
  let chosen = -1;
  let offers = [];

  const before = () => box.value.slice(0, box.selectionStart);
  const word = () => (WORD.exec(before()) || [''])[0];

  // What the box is for, if it is for units or for other known texts.
  function own() {
    const like = JSON.parse(box.closest('[data-like]')?.dataset.like || '{}');
    return like.units ? { texts: like.units, says: 'unit' } : like.offers && !box.value.startsWith('=') && { texts: like.offers, says: like.kind };
  }

  function candidates(typed) {
    const known = own();
    if (known) return known.texts.map((text) => ({ text, says: known.says }));
    const { state, names } = workspace();
    const named = names.map((name) => {
      const value = state.values[name];
      const told = state.states[name.replace(/\.(built|shown)$/, '')];
      return { text: name, says: value ? value.text : (told && told.state) || '' };
    });
    const all = [...named, ...functions.map(({ name, example }) => ({ text: name, says: example, call: true }))];
    // After a number, a unit is meant.
    if (/\d\s*$/.test(before().slice(0, -typed.length || undefined))) return units.map((unit) => ({ text: unit, says: 'unit' }));
    return all;
  }

  function offer() {
    const typed = word();
    const key = typed.toLowerCase();
    const all = typed ? candidates(typed) : [];
    // A unit that is there needs no other.
    offers = all.some(({ text, says }) => says === 'unit' && text === typed) ? [] : all.filter(({ text }) => text.toLowerCase().includes(key) && text.toLowerCase() !== key);
    offers.sort((one, other) => rank(one.text, key) - rank(other.text, key) || one.text.length - other.text.length);
    offers = offers.slice(0, MOST);
    chosen = -1;
    draw();
  }

  function draw() {
    list.hidden = !offers.length;
    if (list.hidden) return;
    list.replaceChildren(...offers.map(({ text, says }, index) => {
      const item = document.createElement('li');
      item.setAttribute('role', 'option');
      item.setAttribute('aria-selected', String(index === chosen));
      const code = document.createElement('code');
      code.textContent = text;
      const span = document.createElement('span');
      span.textContent = says;
      item.append(code, span);
      item.addEventListener('pointerdown', (event) => { event.preventDefault(); take(index); });
      return item;
    }));
    const { left, bottom } = box.getBoundingClientRect();
    list.style.left = `${Math.max(4, Math.min(left, window.innerWidth - 330))}px`;
    list.style.top = `${bottom + 2}px`;
    if (bottom + list.offsetHeight > window.innerHeight) list.style.top = `${box.getBoundingClientRect().top - list.offsetHeight - 2}px`;
  }

  function take(index) {
    const { text, call } = offers[index];
    const start = before().length - word().length;
    const added = call ? `${text}(` : text;
    box.setRangeText(added, start, box.selectionStart, 'end');
    close();
    box.dispatchEvent(new Event('input', { bubbles: true }));
    close();
  }

  function close() { offers = []; chosen = -1; list.hidden = true; }

  document.addEventListener('input', ({ target, isTrusted }) => {
    if (!isTrusted || !target.matches(BOXES)) return;
    box = target;
    offer();
  });
  document.addEventListener('focusout', close);
  document.addEventListener('scroll', close, true);
  document.addEventListener('keydown', (event) => {
    if (list.hidden || event.target !== box) return;
    const { key } = event;
    if (key === 'ArrowDown' || key === 'ArrowUp') {
      chosen = (chosen + (key === 'ArrowDown' ? 1 : -1) + offers.length + (chosen < 0 && key === 'ArrowUp' ? 1 : 0)) % offers.length;
      draw();
    } else if (key === 'Enter' && chosen >= 0) take(chosen);
    else if (key === 'Escape') close();
    else return;
    event.preventDefault();
    event.stopPropagation();
  }, true);
}
