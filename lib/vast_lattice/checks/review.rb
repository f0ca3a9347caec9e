# frozen_string_literal: true

module VastLattice
  module Checks
    # All that is wrong with a family or worth knowing, each thing once, and how many of its variants are valid: what pages and
    # commands tell of the health of a family comes from here. A variant is valid if nothing is wrong with its values, states
    # and limits, none of its shapes is impossible, and its part number is its own.
    class Review
      # Checks over variants that look at no shape.
      CHECKS = [RowErrors, Collisions, Coverage, SharedNumbers].freeze
      # Points of Geometry::Work that shapes may take where not all variants are looked at.
      SHAPES = 1_600_000
      private_constant :CHECKS, :SHAPES

      # The block, if there is one, is told how far it is, from 0 to 1.
      def initialize(plan, &progress)
        @plan = plan
        @sweep = Sweep.new(plan)
        @progress = progress || ->(_) {}
      end

      # Gathering::Found values, worst first.
      def found
        look
        @found
      end

      # The variants there are, those that were looked at, and the valid ones among these.
      def counts
        look
        { 'variants' => @plan.family.variant_count, 'looked' => @looked, 'valid' => @valid }
      end

      # A letter for each variant, in the order of Variants, if all were looked at: what is worst there, as in Verdicts.
      def levels
        look
        @sweep.whole? ? @levels : ''
      end

      # Plain form: "findings" (Gathering::Found, with what would "mend" each where that is plain), the counts and the levels.
      def to_tree
        remedies = Remedies.new(@plan)
        counts.merge('findings' => found.map { |one| { **one.to_tree, 'mend' => remedies.of(one)&.to_tree }.compact }, 'levels' => levels)
      end

      private

      def look
        return if @found

        defined = @plan.findings.map { |finding| Gathering::Found.new(finding: finding) }
        all = defined + (@plan.runnable? ? of_variants : broken)
        @found = all.sort_by.with_index { |one, index| [Finding::LEVELS.index(one.finding.level), index] }
      end

      # Without a plan that runs no variant is valid.
      def broken
        @looked = @valid = 0
        @levels = ''
        []
      end

      def of_variants
        share = 0.0
        checks = CHECKS.map { |check| check.new(@plan, tick: -> { @progress.call(share) }) }
        found = checks.flat_map { |check| check.found.tap { share += 0.1 } }
        found += disputes(found) + reach + never_shown + shapes(checks[1].doubled)
        found + @sweep.findings(shapes: @shapes).map { |finding| Gathering::Found.new(finding: finding) }
      end

      # Rules that can disagree, though no variant shows it.
      def disputes(found)
        shown = found.map(&:finding).select { |finding| finding.code == :rules_disagree }.map(&:place)
        disputes = Disputes.new(@plan)
        told = disputes.found.map(&:told).reject { |finding| shown.include?(finding.place) } + disputes.left_out
        told.map { |finding| Gathering::Found.new(finding: finding) }
      end

      # What of forms can never be there.
      def never_shown
        conditions = @plan.form_program ? @plan.form_program.conditions.select { |(_, _, what), _| what == :shown } : []
        conditions.select { |_, typed| Reach.never?(@plan, typed) }.map do |(form, numbers, _), _|
          place = Place.at('forms', form, *Family::Form.path(numbers))
          Gathering::Found.new(finding: Finding.new(code: :never_shown, level: :note, place: place,
                                                    wording: Wording[:this_can_never_be_there_whatever],
                                                    advice: Wording[:check_its_condition_or_remove]))
        end
      end

      # Branches of rules that cannot be taken, or always are; of conditions without any name the definition tells.
      def reach
        told = @plan.findings.select { |finding| finding.code == :never_fires }.map(&:place)
        rules = @plan.bound.rules.select { |rule| @plan.family.rules[rule.index] }
        rules.flat_map { |rule| Reach.new(@plan, rule).findings }.reject { |finding| told.include?(finding.place) }
             .map { |finding| Gathering::Found.new(finding: finding) }
      end

      # Looks at each shape, and counts the variants of which nothing is wrong. +doubled+ are labels of several variants.
      def shapes(doubled)
        gathering = Gathering.new
        seen = {}
        left = SHAPES
        (@sweep.whole? ? 0...@sweep.size : @sweep.spread).each do |number|
          break if left.negative?

          @progress.call(0.3 + (0.7 * [seen.size.fdiv(@sweep.size), 1].min)) if (seen.size % 16).zero?
          variant = @sweep.at(number)
          seen[variant.rows], points = Geometry::Work.counted { level(variant, gathering, doubled) }
          left -= points unless @sweep.whole?
        end
        tell_seen(seen.values, short: left.negative?)
        gathering.to_a
      end

      def tell_seen(levels, short:)
        @looked = levels.size
        @shapes = @looked if short
        @levels = levels.map { |level| Variants::Verdicts::LETTERS.fetch(level) }.join
        @valid = @looked - @levels.count(Variants::Verdicts::LETTERS[:error])
      end

      # What is worst of a variant, or nil.
      def level(variant, gathering, doubled)
        shape = Variants::Figures.of(variant.outcome).findings
        shape.each { |finding| gathering.add(finding, variant) }
        return :error if doubled.any? { |name, labels| labels.include?(variant.outcome.labels[name]) }

        [*variant.outcome.findings, *shape].map(&:level).min_by { |level| Finding::LEVELS.index(level) }
      end
    end
  end
end
