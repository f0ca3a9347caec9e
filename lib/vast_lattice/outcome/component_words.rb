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
      def said(target, text) = { sentence: "A rule outside makes it #{text}.", place: target.place }
      def inside(target) = { sentence: "It is read of #{target.port.map(&:name).join(', ')}.", place: target.place }

      # Fields of the Reason of how often it is there; +text+ says how often.
      def count(target, ladder, text)
        component = ladder.rung(Plan::Rung::Counted).component
        kind = Family::PATTERN_KINDS.fetch(component.component.pattern.kind)
        typed = component.component.pattern.dimensions.map { |name, entry| "#{name.tr('_', ' ')} #{entry}" }.join(', ')
        { sentence: "Its pattern, a #{kind.title}, makes #{text} of them: #{typed}.", text: typed,
          place: Place.at(*target.place.path, 'pattern') }
      end
    end
  end
end
