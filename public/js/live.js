// Writes the values and states of an outcome into the page, and lets what changed glow.
import { labelText } from './api.js';
import { Zoom } from './zooming.js';

export function mark(word, title = '') {
  const label = title ? `role="img" aria-label="${title}"` : 'aria-hidden="true"';
  return `<svg class="glyph" viewBox="0 0 14 14" ${label}><use href="#mark-${word}"/></svg>`;
}

function glow(element) {
  element.classList.remove('glow');
  void element.getBoundingClientRect();
  element.classList.add('glow');
}

function text(element, content, changed) {
  if (element.textContent === content) return;
  element.textContent = content;
  if (changed) glow(element);
}

function decider(element, value) {
  const span = document.createElement('span');
  span.className = `by decider-${value.decider}`;
  span.innerHTML = mark(value.decider);
  span.append(value.by);
  span.title = value.by;
  element.replaceChildren(span);
}

// What a click on a state does.
function turning(element, { state }) {
  if (element.dataset.given2) return '. Click: leave it to conditions, rules and tables';
  return state === 'shown' ? '. Click: suppress it by hand' : '. Click: build it by hand';
}

function stateButton(element, state) {
  element.className = `state-button decider-${state.decider}`;
  element.innerHTML = mark(state.state);
  element.append(state.state);
  element.title = `${state.state}, by ${state.by}${'turns' in element.dataset ? turning(element, state) : ''}`;
}

// Updates everything below +root+ that shows a part of +state+; +before+ is the state shown until now.
export function applyLive(root, state, before) {
  const each = (key, act) => root.querySelectorAll(`[data-${key}]`).forEach((element) => act(element, element.getAttribute(`data-${key}`)));
  // Of a value of the family, or of one in a component.
  const known = (name) => state.values[name] || (state.inside || {})[name];
  each('value', (element, name) => known(name) && text(element, known(name).text, Boolean(before)));
  // What is not there now is not what it was for another variant.
  each('fact', (element, name) => text(element, (state.facts[name] || { text: '–' }).text, Boolean(before)));
  each('label', (element, name) => text(element, labelText((state.labels || {})[name]), Boolean(before)));
  each('dimension', (element, name) => text(element, state.dimensions[name] || '', Boolean(before)));
  each('step', (element, name) => { text(element, (state.steps || {})[name] || '', Boolean(before)); element.title = element.textContent; });
  each('decider', (element, name) => known(name) && decider(element, known(name)));
  each('state', (element, name) => state.states[name] && stateButton(element, state.states[name]));
  each('follow', (element, path) => element.setAttribute('href', `${path}?${state.query}`));
}

// Draws the picture; features whose shape or state changed glow, the selected one stands out.
export function draw(place, state, before, selected) {
  const zoom = Zoom.of(place);
  place.innerHTML = state.svg || '<p class="empty">Nothing can be drawn for these values. The findings say why.</p>';
  place.querySelectorAll('[data-feature]').forEach((group) => {
    const name = group.getAttribute('data-feature');
    if (name === selected) group.classList.add('selected');
    if (before && before.shapes[name] !== state.shapes[name]) group.classList.add('glow');
  });
  zoom.apply();
}
