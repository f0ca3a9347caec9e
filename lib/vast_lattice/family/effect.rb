# frozen_string_literal: true

module VastLattice
  class Family
    # One consequence of a rule. In its plain form the kind is the first key:
    #
    #   set: gauge, to: 3 mm        suppress: windows        limit: length, most: 3 m
    #   offer: finish, choices: [..]                          forbid: message
    class Effect < Value.with(:kind, :target, arguments: {})
      # Builds it from its plain form; the key that is no argument is the kind.
      def self.from_tree(tree)
        kind = tree.keys.find { |key| EFFECTS.key?(key) } || tree.keys.first
        new(kind: kind, target: tree[kind], arguments: tree.except(kind))
      end

      # Whether its target is a message, not a name.
      def message? = EFFECTS.key?(kind) && EFFECTS.fetch(kind).subject == :text

      def to_tree = { kind => target }.merge(arguments)
    end
  end
end
