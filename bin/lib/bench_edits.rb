# frozen_string_literal: true

require_relative 'bench_families'
require_relative 'served'
require_relative 'started'

# From a click that is an edit to the changed page, in a browser, for bin/bench edits: milliseconds, and bytes that were fetched for it.
class BenchEdits
  include VastLattice

  # Clicks the state of a feature again and again, by hand and back; each until its button shows it, the stage knows that it is by hand (or
  # is not), and that is painted. What is asked for besides (what the edit does to all variants) is not waited for, nor counted.
  SCRIPT = <<~JS
    const [feature, done] = arguments;
    const button = () => document.querySelector(`.state-button[data-state="${feature}"]`);
    const settled = async ([state, hand]) => {
      while ([state, ''].includes(button().textContent) || button().dataset.given2 === hand) await new Promise((next) => setTimeout(next, 2));
      // A frame, where the browser makes one.
      return new Promise((next) => { requestAnimationFrame(() => setTimeout(next)); setTimeout(next, 100); });
    };
    (async () => {
      const times = [];
      const bytes = [];
      for (let index = 0; index < 16; index += 1) {
        performance.clearResourceTimings();
        const before = [button().textContent, button().dataset.given2];
        const begun = performance.now();
        button().click();
        await settled(before);
        if (index >= 5) {
          times.push(performance.now() - begun);
          bytes.push(performance.getEntriesByType('resource').filter(({ name }) => /edits\\?|shape|steps/.test(name)).reduce((sum, entry) => sum + entry.decodedBodySize, 0));
        }
        await new Promise((next) => setTimeout(next, 700));
      }
      done([times, bytes]);
    })();
  JS

  # Seconds until all families were looked through.
  LOOKING = 20

  # Lines as Bench has them.
  def lines
    Started.run(root: ENV.fetch('LOAD_ROOT', Started::ROOT)) do |port, _|
      session = Net::HTTP.start('127.0.0.1', port) { |http| Started.session(http) }
      Started.store(port, 'large', Exchange::FamilyFile.yaml(BenchFamilies.large), session)
      sleep LOOKING
      [['Roller', 'roller', 'belt_groove'], ['the large family', 'large', 'h1']].flat_map do |name, slug, feature|
        Served.browse("http://127.0.0.1:#{port}/families/#{slug}/shape") { |browser| told(name, *browser.evaluate_async(SCRIPT, 80, feature)) }
      end
    end
  end

  private

  def told(name, times, bytes)
    [["#{name}: from a click to the changed page, median of #{times.size}", median(times) / 1000.0],
     ['the slowest of them', times.max / 1000.0], ['what is fetched for it', median(bytes) / 1000.0, :kilobytes]]
  end

  def median(list) = list.sort[list.size / 2]
end
