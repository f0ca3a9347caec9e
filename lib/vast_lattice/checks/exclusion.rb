# frozen_string_literal: true

module VastLattice
  module Checks
    # What conditions ask of single names, as far as they compare these with constants and join that by "and": enough to see of
    # most pairs of conditions, without trying anything, that they can never hold together.
    class Exclusion
      # Numbers from +low+ to +high+, ends that are open left out.
      Range = Struct.new(:low, :high, :open_low, :open_high) do
        def apart?(other) = below?(other) || other.below?(self)
        def below?(other) = high < other.low || (high == other.low && (open_high || other.open_low))
      end
      # One of these values.
      Among = Struct.new(:allowed) do
        def apart?(other) = !allowed.intersect?(other.allowed)
      end
      ALL = [-Float::INFINITY, Float::INFINITY, false, false].freeze
      # What is asked of a name by a sign and a constant to the right of it.
      SIGNS = { '<' => ->(value) { Range.new(ALL[0], value, false, true) },
                '<=' => ->(value) { Range.new(ALL[0], value, false, false) },
                '>' => ->(value) { Range.new(value, ALL[1], true, false) },
                '>=' => ->(value) { Range.new(value, ALL[1], false, false) } }.freeze
      MIRRORED = { '<' => '>', '<=' => '>=', '>' => '<', '>=' => '<=', '=' => '=' }.freeze
      private_constant :Range, :Among, :ALL, :SIGNS, :MIRRORED

      # {number of a name => what is asked of it}
      attr_reader :asked

      # +lists+ are those of the plan.
      def initialize(condition, lists)
        @lists = lists
        @asked = Hash.new { |asked, index| asked[index] = [] }
        read(condition)
        @asked.default = nil
      end

      # Whether both conditions can never hold for one product.
      def apart?(other)
        asked.any? do |index, own|
          own.product(other.asked[index].to_a).any? { |one, theirs| one.instance_of?(theirs.class) && one.apart?(theirs) }
        end
      end

      private

      def read(node)
        case node.kind
        when :and then node.parts.each { |part| read(part) }
        when :name then ask(node, Among.new([true]))
        when :call then ask(node.parts.first, Among.new([false])) if node.data.name == 'not' && node.parts.first.kind == :name
        when :compare then compare(node.data, *node.parts)
        when :between then between(*node.parts)
        when :in then among(*node.parts)
        end
      end

      def ask(name, asked) = @asked[name.data.index] << asked

      def compare(sign, left, right)
        left, right, sign = right, left, MIRRORED[sign] if right.kind == :name
        return unless sign && left.kind == :name && (value = constant(right)) != :none

        if SIGNS.key?(sign) then ask(left, SIGNS[sign].call(value))
        elsif sign == '=' then ask(left, value.is_a?(Float) ? Range.new(value, value, false, false) : Among.new([value]))
        end
      end

      def between(name, low, high)
        ends = [low, high].map { |node| constant(node) }
        ask(name, Range.new(*ends, false, false)) if name.kind == :name && !ends.include?(:none)
      end

      # One test alone, or a list of words.
      def among(name, *tests)
        return unless name.kind == :name
        return range(name, tests.first) if tests.one? && tests.first.kind == :range

        compare(tests.first.data, name, tests.first.parts.first) if tests.one? && tests.first.kind == :against
        words = tests.map { |test| %i[range against list].include?(test.kind) ? :none : constant(test) }
        ask(name, Among.new(words)) unless words.include?(:none) || words.any?(Float)
      end

      def range(name, test)
        ends = test.parts.map { |part| constant(part) }
        ask(name, Range.new(*ends, *test.data)) unless ends.include?(:none)
      end

      # The value of what depends on no name, or :none.
      def constant(node)
        return :none unless node.constant? && !node.type.list?

        value = Formula.value(node, @lists)
        Undefined.is?(value) ? :none : value
      rescue Formula::Error
        :none
      end
    end
  end
end
