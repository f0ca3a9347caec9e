# frozen_string_literal: true

module VastLattice
  class Plan
    # Reads what parameters take from sources; what is not there, or does not fit, is told of the parameter.
    class SourceReader
      attr_reader :values

      # +values+ become {index of a target => Sourced}.
      def initialize(family, reader)
        @reader = reader
        @values = family.parameters.reject { |own| own.source.empty? }.filter_map { |own| read(own) }.to_h
      end

      def findings = @reader.findings

      private

      def read(parameter)
        place = Place.at('parameters', parameter.name, 'source')
        target = @reader.symbols.own(parameter.name) or return
        return computed(parameter, place) if parameter.computed?

        source, key, entry = find(parameter.source, place)
        value = entry && @reader.constant(entry.text, target, place)
        return if value.nil?

        [target.index, Sourced.new(value: value, title: source.title, key: key, where: entry.where.to_s, date: entry.date.to_s)]
      end

      def computed(parameter, place)
        @reader.error(:two_sources, Wording[:parameter_is_computed_by_its_formula, parameter: parameter.name, source: parameter.source],
                      place, Wording[:leave_one_of_them])
      end

      # [Source, key, Source::Entry], or nil where there is none, which is told.
      def find(text, place)
        name, key = text.split('.', 2)
        source = SOURCES.fetch(name)
        entry = source.entry(key.to_s)
        return [source, key, entry] if entry

        remedy = Nearest.remedy(key.to_s, source.keys, kind: 'value')
        @reader.error(:unknown_source, Wording[:source_has_no_value_key, source: source.title, key: key], place, remedy)
      rescue Registry::Unknown => e
        @reader.error(:unknown_source, e.wording, place, e.advice || Wording[:take_the_value_from_one])
      end
    end
  end
end
