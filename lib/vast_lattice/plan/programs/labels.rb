# frozen_string_literal: true

module VastLattice
  class Plan
    # The patterns of a family, compiled: part numbers, descriptions and the like, with what rules write instead.
    class Labels
      NONE = {}.freeze
      private_constant :NONE

      # +said+ are [source, branch, Consequence::Label] of rules and rule tables.
      def initialize(patterns, targets, lists, said: [])
        @patterns = patterns
        @said = said
        @targets = targets
        @all = patterns + said.map { |_, _, label| label.pattern }
        formulas = @all.flat_map(&:formulas).map { |typed| Formula::Emitter.settled(typed) }
        names = @all.flat_map(&:formulas).flat_map(&:variables).uniq.map { |name| "v#{name.index} = v[#{name.index}]; " }.join
        @lambda = Formula.compiled(Formula::Emitter.lambda_of('v', "#{names}[#{formulas.join(', ')}]"), 'labels').call(lists)
      end

      # What they are called, those that only a rule writes included.
      def names = @all.map(&:name).uniq

      # Text by name, for the values and branches of an outcome: of each pattern, and of properties that a rule writes; nil where
      # a formula in it is undefined, where it is too long, or where rules disagree.
      def write(values, branches = NONE)
        return NONE if @all.empty?

        found = @lambda.call(values)
        texts = {}.compare_by_identity
        @all.each { |pattern| texts[pattern] = pattern.write(found.shift(pattern.formulas.size)) { |typed| unit(typed) } }
        own = @patterns.to_h { |pattern| [pattern.name, texts[pattern]] }
        return own if @said.empty?

        own.merge(written(branches).transform_values { |labels| agreed(labels.map { |_, label| texts[label.pattern] }) })
      end

      # Whether rules write any.
      def by_rules? = @said.any?

      # {name => [[source, Consequence::Label], …]} of what rules write in an outcome with these branches.
      def written(branches)
        applied = @said.select { |source, branch, _| source.applies?(branch, branches) }
        applied.group_by { |_, _, label| label.name }.transform_values { |list| list.map { |source, _, label| [source, label] } }
      end

      # A lone name is written in its own unit, anything else in base units.
      def unit(typed)
        own = @targets[typed.data.index] if typed.kind == :name
        return own.unit if own

        Units[typed.type.plain? ? '' : typed.type.dimension.base_unit]
      end

      private

      def agreed(texts) = texts.uniq.one? ? texts.first : nil
    end
  end
end
