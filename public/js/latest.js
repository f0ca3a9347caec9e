/**
 * Does the work of a component, which says by "running" that it is at it. What is wished for meanwhile is done once more afterwards, however
 * often it was wished for ("again").
 * @param {{ running: boolean, again: boolean }} one
 * @param {() => Promise<void>} work
 * @returns {Promise<boolean>} whether it was done here; not where somebody is at it already
 */
export async function latest(one, work) {
  if (one.running) { one.again = true; return false; }
  one.running = true;
  try {
    do {
      one.again = false;
      await work();
    } while (one.again);
  } finally {
    one.running = false;
  }
  return true;
}
