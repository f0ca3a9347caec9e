# frozen_string_literal: true

module VastLattice
  class Plan
    # Reads the texts of a family into typed trees and gathers what is wrong with them, so that all
    # problems are told at once. Where a text cannot be read, the methods return nil.
    class Reader
      attr_reader :symbols, :findings

      def initialize(symbols)
        @symbols = symbols
        @findings = []
      end

      # A value for +target+, typed as an entry. +unit+ may differ from the target's own.
      def entry(text, target, place, unit: nil)
        read(place) do
          Entry.read(text, type: target.type, unit: unit || target.unit, scope: target.varied? ? symbols.instance_scope : symbols.scope)
        end
      end

      # The value of an entry for +target+ that must not depend on anything.
      def constant(text, target, place)
        typed = entry(text, target, place) or return
        return typed.data if %i[number text boolean].include?(typed.kind)

        error(:not_constant, Wording[:text_is_a_formula, text: text], place, Wording[:a_plain_value_belongs_here])
      end

      # An entry of some other type, e.g. a feature's diameter.
      def entry_of(text, type, unit, place, scope: symbols.scope)
        read(place) { Entry.read(text, type: type, unit: unit, scope: scope) }
      end

      # A formula of any type.
      def free(text, place, scope = symbols.scope) = read(place) { Formula.type(text, scope) }

      # The same where what is measured on the finished shape may be used, and a condition of that kind.
      def late(text, place) = read(place) { Formula.type(text, late_scope(text)) }
      def late_condition(text, place) = entry_of(text, Formula::BOOLEAN, Units::PLAIN, place, scope: late_scope(text))

      # The condition that +input+ (a Node) passes the unary tests of a text.
      def test(text, input, unit, place)
        read(place) { Formula::Checker.new(symbols.scope).check(Formula::Parser.unary_tests(text, input, unit), expected: Formula::BOOLEAN) }
      end

      # A condition.
      def condition(text, place) = entry_of(text, Formula::BOOLEAN, Units::PLAIN, place)

      # The Target of a parameter or a state; an unknown name is a finding.
      def target(name, place, among: symbols.parameter_names)
        found = symbols.decided(name)
        return found if found && among.any? { |known| known.casecmp?(name.to_s) }

        original = symbols.placed[Name.read(name.to_s).first]&.original
        if original
          return error(:no_twin, Wording[:name_is_of_a_twin_of_original, name: name, original: original.name], place, OutOfReach::TWIN)
        end

        missing(name, Wording[:there_is_no_name_name, name: name], place, among)
      end

      # The Target of what may be limited: a value, or what is read of a component.
      def limited(name, place, among: symbols.parameter_names)
        found = symbols[name]
        found&.read? ? found : target(name, place, among: among)
      end

      # The Target of a feature's state.
      def state(feature, kind, place)
        found = symbols.decided("#{feature}.#{kind}")
        found || missing(feature, Wording[:there_is_no_feature_feature, feature: feature], place, symbols.feature_names, kind: 'feature')
      end

      # While the block runs, whatever is wrong is told of that place.
      def within(place)
        @standing = place
        yield
      ensure
        @standing = nil
      end

      # Refuses consequences of one branch that decide one thing twice.
      def decided_once(consequences, place)
        twice = consequences.grep(Consequence::Decision).group_by { |item| item.target.index }.values.find { |same| same.size > 1 }
        return unless twice

        error(:decided_twice, Wording[:target_is_decided_twice_in_one_branch, target: twice.first.target.name], place,
              Wording[:remove_one_effect])
      end

      # Adds an error; returns nil.
      def error(code, message, place, remedy) = find(:error, code, message, place, remedy)

      # Adds an error: a +name+ that is not there, with the nearest of those that are +known+; returns nil.
      def missing(name, message, place, known, kind: 'name')
        find(:error, :unknown_name, message, place, Nearest.remedy(name.to_s, known, kind: kind), data: { 'name' => name.to_s })
      end

      # Adds a finding of any level; returns nil.
      def find(level, code, message, place, remedy = nil, data: {})
        place = @standing.with(span: place.span) if @standing
        @findings << Finding.new(code: code, level: level, wording: message, place: place, advice: remedy, data: data)
        nil
      end

      private

      def late_scope(text) = Measured.like?(text.to_s) ? symbols.late_scope : symbols.scope

      def read(place)
        yield
      rescue Formula::Error => e
        find(:error, e.code, e.wording, place.with(span: e.span), e.advice, data: e.data)
      end
    end
  end
end
