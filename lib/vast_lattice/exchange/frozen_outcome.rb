# frozen_string_literal: true

module VastLattice
  module Exchange
    # A configured result as data: everything that it says, with the reasons and pictures, so that it can be kept and read
    # again when the family, or the program, is no longer what it was.
    #
    #   frozen = FrozenOutcome.of(result, views: %w[front top])
    #   FrozenOutcome.read(frozen.to_json).because('length')   # as Reason#to_tree
    class FrozenOutcome
      VERSION = 1
      # Keys of the plain form, with the kind of what stands there.
      SHAPE = { 'vast_lattice_outcome' => Integer, 'family' => String, 'rows' => Hash, 'values' => Hash, 'states' => Hash, 'labels' => Hash,
                'properties' => Hash, 'lines' => Array, 'facts' => Hash, 'findings' => Array, 'reasons' => Hash, 'pictures' => Hash }.freeze
      # Keys that those frozen earlier do not have.
      LATER = %w[unpriced made].freeze
      private_constant :SHAPE, :LATER

      attr_reader :to_tree

      # Freezes a Result, with pictures of some views (of Drawing::Views) in a +density+ of dimensions.
      def self.of(result, views: %w[front], density: :all)
        outcome = result.outcome
        reasons = outcome.plan.targets.to_h { |target| [target.name, outcome.because(target.name).to_tree] }
        pictures = views.to_h { |view| [view, result.view(view, density: view == views.first ? density : :main)] }.compact
        new({ 'vast_lattice_outcome' => VERSION, **ResultTree.tree(result), 'reasons' => reasons, 'pictures' => pictures,
              'made' => Variants::ShapeLines.of(result) })
      end

      # Reads what to_json gave. Raises Unreadable.
      def self.read(text)
        tree = JSON.parse(text, max_nesting: 20)
        wrong = fault(tree) and raise Unreadable.because(wrong, remedy: Wording[:freeze_the_outcome_again])

        new(tree)
      rescue JSON::ParserError => e
        raise Unreadable.because(Wording[:the_json_is_not_well_formed_problem, problem: e.message[0, 80]],
                                 remedy: Wording[:freeze_the_outcome_again])
      end

      def self.fault(tree)
        return Wording[:this_is_no_frozen_outcome] unless tree.is_a?(Hash) && tree.key?('vast_lattice_outcome')
        return Wording[:version_tree_is_not_known_here, tree: tree['vast_lattice_outcome']] unless tree['vast_lattice_outcome'] == VERSION

        SHAPE.find { |key, kind| !tree[key].is_a?(kind) }&.then { |key, _| Wording[:key_is_missing_or_of_another_kind, key: key] }
      end
      private_class_method :fault

      # +tree+ is its plain form.
      def initialize(tree)
        @to_tree = tree.slice(*SHAPE.keys, *LATER).freeze
      end

      def family = to_tree['family']
      def to_json(*) = JSON.generate(to_tree)

      # The value of a parameter as text, who decided it, and why; nil for a name that there was none of.
      def text(name) = values[name]&.fetch('text')
      def decider(name) = (values[name] || states[name])&.fetch('by')
      def because(name) = to_tree['reasons'][name]

      # The state of a part or feature as text.
      def state(name) = states[name]&.fetch('state')

      # A fact as text, a label, the picture of a view as SVG.
      def fact(name) = to_tree['facts'][name]&.fetch('text')
      def label(name) = to_tree['labels'][name]
      def picture(view) = to_tree['pictures'][view]

      # How it is made, {name => [title, text]} as of Variants::ShapeLines; empty for those frozen earlier.
      def made = to_tree.fetch('made', {})

      # Whether it has findings of level error.
      def errors? = to_tree['findings'].any? { |finding| finding['level'].to_s == 'error' }

      # Short: it holds pictures.
      def inspect = "#<#{self.class} of #{family}>"

      # What another one of the same family says differently: {name => [here, there]} of values, states and labels.
      def differences(other)
        both = [made, other.made]
        told(said, other.said).merge(both.any?(&:empty?) ? {} : told(*both.map { |own| own.values.to_h }))
      end

      # {name => [here, there]} of texts that differ.
      def told(here, there)
        (here.keys | there.keys).to_h { |name| [name, [here[name], there[name]]] }.reject { |_, both| both.uniq.size == 1 }
      end

      # The same of a Result that is not frozen.
      def differences_from(result)
        made = self.made.empty? ? {} : Variants::ShapeLines.of(result)
        told(said, ResultTree.said(result.outcome)).merge(told(self.made.values.to_h, made.values.to_h))
      end

      protected

      def said
        values.transform_values { |value| value['text'] }.merge(states.transform_values { |state| state['state'] }, to_tree['labels'])
      end

      private

      def values = to_tree['values']
      def states = to_tree['states']
    end
  end
end
