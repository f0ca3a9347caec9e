# frozen_string_literal: true

module VastLattice
  class Outcome
    # What a component says itself, for reasons and findings.
    module ComponentWords
      module_function

      # Where it says what it is given (a Target): among its values, or its rows.
      def given_place(target)
        component = target.subject
        rest = target.path.rest
        key = component.values.keys.find { |path| path.casecmp?(rest.to_s) }
        return Place.at(*target.place.path, 'values', key) if key

        Place.at(*target.place.path, 'rows', component.rows.keys.find { |table| rest.of?(table) } || rest.first)
      end

      # The same as typed.
      def given_text(target)
        *, list, key = given_place(target).path
        target.subject.public_send(list)[key].to_s
      end

      # Fields of the Reason of what a rule outside makes of it, and of what is read in components.
      def said(target, text) = { sentence: Wording[:a_rule_outside_makes_it_text, text: text], place: target.place }
      def inside(target) = { sentence: Wording[:it_is_read_of_port, port: target.port.map(&:name)], place: target.place }

      # Fields of the Reason of how often it is there; +text+ says how often.
      def count(target, ladder, text)
        component = ladder.rung(Plan::Rung::Counted).component
        kind = Family::PATTERN_KINDS.fetch(component.component.pattern.kind)
        typed = component.component.pattern.dimensions.map { |name, entry| "#{name.tr('_', ' ')} #{entry}" }.join(', ')
        { sentence: Wording[:its_pattern_a_kind_makes_text, kind: kind.title, text: text, typed: typed], text: typed,
          place: Place.at(*target.place.path, 'pattern') }
      end
    end
  end
end
