# frozen_string_literal: true

module VastLattice
  class Family
    # A conditional rule: the effects of the first branch whose condition holds apply, else those of
    # +otherwise+. An inactive rule does nothing; those of one named +set+ are switched together.
    class Rule < Value.with(:name, set: '', note: '', active: true, branches: [], otherwise: [])
      # A condition (as typed) with its effects.
      class Branch < Value.with(:condition, effects: [])
        def self.from_tree(tree)
          new(condition: tree['when'], effects: Rule.effects(tree['then']))
        end

        def to_tree = { 'when' => condition, 'then' => effects.map(&:to_tree) }
      end

      # Plain form: when, then, further branches in else_when, otherwise.
      def self.from_tree(tree)
        branches = [tree, *tree['else_when']].map { |branch| Branch.from_tree(branch) }
        new(name: tree['name'], set: tree.fetch('set', ''), note: tree.fetch('note', ''),
            active: YesNo.boolean(tree.fetch('active', true)) != false, branches: branches, otherwise: effects(tree['otherwise']))
      end

      def self.effects(trees) = (trees || []).map { |tree| Effect.from_tree(tree) }

      def to_tree
        first, *others = branches.map(&:to_tree)
        tree = { 'name' => name, 'set' => set, 'note' => note, 'active' => active, **first, 'else_when' => others,
                 'otherwise' => otherwise.map(&:to_tree) }
        tree.delete('active') if active
        tree.reject { |key, value| %w[set note else_when otherwise].include?(key) && value.empty? }
      end

      # Every effect with its path below the rule, for messages.
      def placed_effects
        placed(otherwise, ['otherwise']) + branches.each_with_index.flat_map do |branch, index|
          placed(branch.effects, index.zero? ? ['then'] : ['else_when', index - 1, 'then'])
        end
      end

      # The rule with what the block makes of each list of effects: those of its branches, and of otherwise.
      def with_effects
        with(branches: branches.map { |branch| branch.with(effects: yield(branch.effects)) }, otherwise: yield(otherwise))
      end

      # Path of a branch's condition below the rule.
      def condition_path(index) = index.zero? ? ['when'] : ['else_when', index - 1, 'when']

      private

      def placed(effects, path) = effects.each_with_index.map { |effect, index| [effect, [*path, index]] }
    end
  end
end
