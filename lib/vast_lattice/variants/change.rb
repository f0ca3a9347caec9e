# frozen_string_literal: true

module VastLattice
  module Variants
    # How a variant differs under two plans, by its name and its rows: names of values that are +decided+ otherwise, with their
    # targets before and after; names of parts and features in +states+ and +steps+; +labels+ and properties before and after by
    # name; +lines+ (operations and prices, as texts) that were and are there; +prices+ and +found+ (all Findings) before and
    # after, those of the shape among them once it was weighed; +masses+ then, too; +inside+ the Changes of components, [name, Change];
    # +placed+ the names of those that are somewhere else, +fewer+ and +more+ than before. +pair+ are the Outcomes, of the first ones
    # only, because thousands are heavy.
    Change = Struct.new(:name, :rows, :decided, :states, :steps, :labels, :lines, :prices, :found, :inside, :placed, :pair, :masses,
                        keyword_init: true) do
      # Whether nothing differs, but perhaps masses.
      def nothing?
        [decided, states, steps, labels, inside, placed].all?(&:empty?) && [lines, prices, found].all? { |both| both.uniq.one? }
      end

      def broken? = errors.first.empty? && errors.last.any?
      def mended? = errors.first.any? && errors.last.empty?
      def errors = found.map { |findings| findings.select(&:error?) }

      # Steps that are made otherwise, though their state is the same.
      def remade = steps - states

      # The price as text before and after, where it differs.
      def price_texts = (prices.map { |text| text.empty? ? 'none' : text } if prices.uniq.size > 1)

      # Takes what weighing found: pairs of masses, of the shape's findings, and of prices with what waits for the shape.
      def weighed(masses, shapes, prices)
        self.masses = masses
        self.prices = prices
        self.found = found.zip(shapes).map { |own, more| own + more }
      end

      # Whether what was weighed weighs the same.
      def same_mass? = !masses.nil? && heavier.zero?

      # How much heavier it is, kg; 0 where that cannot be said or hardly at all.
      def heavier
        more = masses.to_a.reverse.reduce(:-)
        !Undefined.is?(more) && more.abs >= 1e-9 ? more : 0.0
      end

      # Names of all values, states and remade steps that differ, those of components by path.
      def value_names = decided.map(&:first) + within(&:value_names)
      def state_names = states + within(&:state_names)
      def step_names = remade + within(&:step_names)
      def placed_names = placed + within(&:placed_names)

      # All that differs, in words: mass, states, steps, places, labels and price first, then values, then what is inside
      # components, then what is found. Of one whose pair of outcomes is kept.
      def texts = (own_texts(weighed: true) + inside.flat_map { |name, change| change.texts_within(name) } + found_texts).uniq

      # The same of a component.
      def texts_within(path)
        own_texts(weighed: false).map { |text| "#{path}.#{text}" } + inside.flat_map do |name, change|
          change.texts_within("#{path}.#{name}")
        end
      end

      # The mass as text before and after, where it differs.
      def mass_texts
        texts = masses.to_a.map { |mass| Figures.mass_text(mass) }
        texts.uniq.size == 2 ? texts : nil
      end

      private

      def within = inside.flat_map { |name, change| yield(change).map { |inner| "#{name}.#{inner}" } }

      def own_texts(weighed:)
        ways = states.to_h { |name| [name, pair.map { |outcome| outcome.state(name) }] }
        values = decided.to_h { |name, old, new| [name, [pair.first.text_of(old), pair.last.text_of(new)]] }
        totals = weighed ? { 'mass' => mass_texts, 'price' => price_texts } : {}
        named = { **totals, **ways, **labels, **values }.compact
        named.map { |name, both| "#{name} #{both.join(' → ')}" } + remade.map { |name| Wording[:name_is_made_otherwise, name: name].to_s } +
          placed.map { |name| Wording[:name_is_placed_otherwise, name: name].to_s } + line_texts
      end

      # Operations and prices that came or went.
      def line_texts
        before, after = lines
        (after - before).map { |text| "now: #{text}" } + (before - after).map { |text| "no longer: #{text}" }
      end

      def found_texts
        before, after = found
        (after - before).map { |finding| "now: #{finding.message}" } + (before - after).map { |finding| "no longer: #{finding.message}" }
      end
    end
  end
end
