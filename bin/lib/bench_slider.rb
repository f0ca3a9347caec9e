# frozen_string_literal: true

# From the input event of a slider to the painted picture, in a browser.
module BenchSlider
  # Moves a slider 40 times and waits each time for the picture and its paint, then for one bare request; the first 15 warm up.
  SCRIPT = <<~JS
    const [id, place, address, done] = arguments;
    const slider = document.getElementById(id);
    const picture = document.querySelector(place);
    const painted = () => new Promise((next) => requestAnimationFrame(() => setTimeout(next)));
    const move = (value) => new Promise((next) => {
      const begun = performance.now();
      const watch = new MutationObserver(() => { watch.disconnect(); painted().then(() => next(performance.now() - begun)); });
      watch.observe(picture, { childList: true });
      slider.value = value;
      slider.dispatchEvent(new Event('input', { bubbles: true }));
    });
    const request = async () => {
      const begun = performance.now();
      await (await fetch(address)).json();
      return performance.now() - begun;
    };
    (async () => {
      const times = [];
      const requests = [];
      for (let index = 0; index < 40; index += 1) {
        const time = await move(1200 + index * 17);
        const bare = await request();
        if (index >= 15) { times.push(time); requests.push(bare); }
        await new Promise((next) => setTimeout(next, 60));
      }
      done([times, requests]);
    })();
  JS

  # Milliseconds of the moves and of the requests to an address, as lists.
  def self.times(browser, slider:, picture:, address:) = browser.evaluate_async(SCRIPT, 60, slider, picture, address)
end
