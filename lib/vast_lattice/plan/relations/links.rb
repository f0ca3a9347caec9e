# frozen_string_literal: true

module VastLattice
  class Plan
    # Who decides whom in a family, whichever row is picked: every rule, rule table, variant table, formula and condition with
    # the names that it reads and those that it decides; steps of recipes and labels, which only read.
    class Links
      # +kind+ in words; +name+ what it is called; +place+ where it stands; +reads+ and +decides+ are names.
      Link = Struct.new(:kind, :name, :place, :reads, :decides) do
        def to_tree = { 'kind' => kind, 'name' => name, 'path' => place.path, 'reads' => reads, 'decides' => decides }
      end

      def initialize(plan)
        @plan = plan
        @bound = plan.bound
      end

      # All Links, in the order of the family; those that speak of nothing are left out.
      def all = (sources + tables + own + shapes + labels).reject { |link| link.reads.empty? && link.decides.empty? }

      # Plain form: "links", and "names" with a title for each.
      def to_tree
        titles = @plan.targets.to_h { |target| [target.name, target.title] }
        measured = @plan.symbols.measured.to_h { |one| [one.name, one.name] }
        links = all
        named = links.flat_map { |link| link.reads + link.decides }.uniq
        { 'links' => links.map(&:to_tree), 'names' => measured.merge(titles).slice(*named) }
      end

      private

      # The number of an instance in a pattern is no name of the family.
      def names(trees)
        found = trees.compact.flat_map(&:variables).uniq.reject { |variable| variable.index == @plan.targets.size }
        found.map(&:name)
      end

      def sources
        @bound.sources.map do |source|
          reads = source.reads | names(source.placed.flat_map { |_, item| trees_of(item) })
          # The base price is taken for a rule that has no name in the family.
          next Link.new('price', 'base price', Place.at('base_price'), reads, []) if @plan.family.rule_name(source.index).empty?

          Link.new(source.is_a?(Bound::RuleTable) ? 'rule table' : 'rule', source.source.name, source.place, reads, source.decides)
        end
      end

      # What a consequence computes.
      def trees_of(item) = %i[value least most step amount].filter_map { |field| item.public_send(field) if item.respond_to?(field) }

      def tables
        @bound.tables.reject { |bound| bound.table.lookup? }.map do |bound|
          reads = [Name.of(bound.table.name, 'row').to_s, *names(bound.columns.flat_map(&:formulas))].uniq
          decides = bound.columns.map { |column| column.target.name }
          Link.new('table', bound.table.name, Place.at('tables', bound.table.name), reads, decides)
        end
      end

      # Own formulas, conditions and defaults that depend on names, with limits that do.
      def own
        @bound.ladders.filter_map do |ladder|
          limits = ladder.checks.flat_map { |check| own_limits(check) }
          reads = names([ladder.rung(Rung::Own)&.typed, ladder.rung(Rung::Applies)&.condition, *limits])
          kind = ladder.target.state? ? 'condition' : 'formula'
          Link.new(kind, ladder.target.name, ladder.target.place, reads, [ladder.target.name]) if reads.any?
        end
      end

      def own_limits(check) = check.is_a?(Check::Between) ? [check.least, check.most, check.step] : []

      def shapes
        (@bound.stocks.map { |stock| [stock.part.name, stock, Place.at('parts', stock.part.name)] } +
          @bound.shapes.map { |shape| [shape.feature.name, shape, Place.at('parts', shape.part.name, 'features', shape.feature.name)] })
          .map { |name, bound, place| Link.new('step', name, place, names(bound.trees), []) }
      end

      def labels
        @bound.patterns.map { |pattern| Link.new('label', pattern.name, Place.at('patterns', pattern.name), names(pattern.formulas), []) }
      end
    end
  end
end
