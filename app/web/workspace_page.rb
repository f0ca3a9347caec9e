# frozen_string_literal: true

module VastLattice
  module Web
    # What the pages of a workspace show.
    class WorkspacePage
      LATTICE_COLUMNS = 60
      LISTED_VARIANTS = 100

      attr_reader :stored, :stage, :state, :from, :open

      # +from+ is the first column of a lattice that is too wide for one page; +open+ names the step of a recipe whose
      # fields are shown: a feature, or stock:PART.
      def initialize(stored, stage, pick, store, from: 0, open: nil)
        @stored = stored
        @stage = stage
        @from = from
        @open = open
        @state = ViewState.new(stored, pick)
        @store = store
      end

      def family = stored.family
      def plan = stored.plan
      def slug = stored.slug
      def pick = state.pick
      def query = PickParams.query(pick)

      # Everything the page's scripts begin with.
      def start
        undo, redo_step = @store.next_steps(slug)
        state.to_tree.merge('slug' => slug, 'undo' => undo, 'redo' => redo_step, 'stage' => stage.verb,
                            'tables' => family.variant_tables.map do |table|
                              { 'name' => table.name, 'title' => table.title, 'rows' => table.rows.map(&:name) }
                            end,
                            'names' => plan.targets.map(&:name))
      end

      # Title of a parameter or a state, for people.
      def title_of(name)
        target = plan.symbols[name]
        return name unless target

        return target.subject.title if target.value?

        "#{target.subject.title}: #{target.state? ? "#{Plan::Target::STATE_WORDS[target.kind].first} or not" : target.kind}"
      end

      def unit_of(name)
        target = plan.symbols[name]
        target&.value? ? target.unit.symbol : ''
      end

      # Whether a kind of feature is on a face that can be chosen.
      def on_a_face?(kind) = kind.role != :reshape || kind.stocks.include?('folded_sheet')

      # Faces of a part that a feature can be on, [name, title]; its own is among them though it is not there now.
      def faces(part, feature)
        solid = state.result&.model&.part(part.name)
        found = solid ? solid.blank.walls.map { |wall| [wall.name, wall.title] } : []
        feature.face && found.none? { |name, _| name == feature.face } ? [*found, [feature.face, "#{feature.face} (not there now)"]] : found
      end

      # Names of the features that come before one in its recipe.
      def before(part, feature) = part.features.take_while { |other| !other.equal?(feature) }.map(&:name)

      # Kinds of stock with their outlines, for the form that adds a part: [title, stock in plain form].
      def stocks
        Family::STOCK_KINDS.kinds.flat_map do |kind|
          kind.outlines.map { |outline| ["#{kind.title}, #{outline.tr('_', ' ')}", kind.beginning(outline)] }
        end
      end

      # Kinds of features that a part can have, for the form that adds one.
      def kinds_for(part)
        Family::FEATURE_KINDS.kinds.select { |kind| kind.stocks.nil? || kind.stocks.include?(part.stock.kind) }.map do |kind|
          { 'name' => kind.name, 'title' => kind.title, 'placed' => kind.placed?,
            'measures' => kind.measures.map { |measure| measure_tree(measure) } }
        end
      end

      # Parameters and states that no table decides yet.
      def free_targets
        taken = family.tables.flat_map(&:columns).map { |column| column.target.downcase }
        plan.symbols.column_names.map { |name| plan.symbols[name] }
            .reject { |target| taken.include?(target.name.downcase) || target.computed? }
      end

      # Parameters that a form does not ask for yet.
      def unasked(form)
        asked = form.fields.map { |field| field.ask.downcase }
        family.parameters.reject { |parameter| asked.include?(parameter.name.downcase) }
      end

      def lattice(table) = Checks::Lattice.new(plan, table, pick, range: from...(from + LATTICE_COLUMNS))

      # Where other parts of a wide lattice are: [words, from] pairs.
      def lattice_pages(table)
        size = table ? table.rows.size : 0
        earlier = [['Earlier variants', [from - LATTICE_COLUMNS, 0].max]] if from.positive?
        later = [['Later variants', from + LATTICE_COLUMNS]] if from + LATTICE_COLUMNS < size
        [*earlier, *later]
      end

      def history = @store.history(slug, limit: 30)
      def variants = Checks::Variants.new(plan)

      # In how many variants a rule takes each branch: [count per branch, …, count of otherwise].
      def firing(rule)
        index = family.rules.index(rule)
        taken = sampled.map { |variant| variant.result.outcome.branches[index] }
        (0..rule.branches.size).map { |branch| taken.count(branch) }
      end

      def sampled = @sampled ||= variants.first(Checks::Trial::MOST)

      # Data of a variant table for the grid.
      def grid(table)
        { 'name' => table.name, 'columns' => table.columns.map { |column| grid_column(column) },
          'rows' => table.rows.map do |row|
            { 'name' => row.name, **table.columns.to_h do |column|
              [column.target, row.cells[column.target].to_s]
            end }
          end }
      end

      # What rule effects can be picked, for the rule editor.
      def effect_kinds
        Family::EFFECTS.kinds.map { |kind| { 'name' => kind.name, 'about' => kind.about, 'subject' => kind.subject.to_s, 'arguments' => kind.arguments } }
      end

      # Names that a rule can speak of, for the rule editor.
      def pickable
        { 'parameters' => plan.targets.select(&:value?).map { |target| pickable_parameter(target) },
          'features' => family.features.map { |feature| { 'name' => feature.name, 'title' => feature.title } } }
      end

      private

      def measure_tree(measure)
        { 'name' => measure.name, 'label' => measure.label, 'unit' => measure.unit, 'kind' => measure.kind, 'choices' => measure.choices,
          'default' => measure.default, 'hint' => measure.hint, 'begins' => measure.asked? ? measure.example : measure.default.to_s }
      end

      def grid_column(column)
        target = plan.symbols[column.target]
        { 'target' => column.target, 'title' => title_of(column.target), 'unit' => column.unit || unit_of(column.target),
          'choices' => cell_choices(target), 'number' => target ? target.type.number? : false }
      end

      def cell_choices(target)
        return [] unless target
        return Plan::Target::STATE_WORDS[target.kind] if target.state?
        return target.type.choices unless target.value?
        return %w[yes no] if target.type.boolean?

        target.subject.choices
      end

      def pickable_parameter(target)
        { 'name' => target.name, 'title' => target.subject.title, 'kind' => target.subject.kind, 'unit' => target.unit.symbol,
          'choices' => target.type.boolean? ? %w[true false] : target.subject.choices, 'number' => target.type.number? }
      end
    end
  end
end
