# frozen_string_literal: true

module VastLattice
  module Quantities
    # All that is done to the parts of a product, in the order of making: what makes each part out of its stock, then what makes its
    # features that are built, then what rules add. Of parts that are alike once, with how many there are.
    class Operations
      # +result+ is a Result, +workshop+ a Workshop.
      def initialize(result, workshop)
        @result = result
        @workshop = workshop
      end

      # Operations of each part in turn. Raises Result::NotWhole.
      def all = @all ||= alike.flat_map { |body, count| of(body.solid).map { |one| one.with(parts: count) } } + by_rules

      # Findings of level warning: what the workshop has no tool for.
      def findings = alike.flat_map { |body, _| lacking(of(body.solid)) }

      # Minutes of one product, and what it costs in hundredths.
      def minutes = all.sum { |one| one.minutes(@workshop) * one.parts }
      def cents = all.sum { |one| one.cents(@workshop) * one.parts }

      private

      def alike = @result.whole_model.alike

      def of(solid)
        (@of ||= {})[solid.mark] ||= begin
          own = StockOperations.of(solid) + solid.built.reject(&:problem).flat_map do |feature|
            FeatureOperations.new(solid, feature, @workshop).all
          end
          own.sort_by(&:rank)
        end
      end

      # What rules add, of components too: of equal words once.
      def by_rules
        said(@result, 1).group_by(&:first).map { |text, same| Operation.new(kind: 'rule', about: text, parts: same.sum(&:last)) }
      end

      # [[words, how many products of them there are], …].
      def said(result, times)
        inner = result.outcome.placings.select(&:built?).flat_map(&:kinds)
        result.lines.select { |line| line.list == 'operation' }.map { |line| [line.text, times] } +
          inner.flat_map { |own, numbers| said(result.inside(own), times * numbers.size) }
      end

      def lacking(operations)
        operations.select { |one| one.size && !available?(one) }.map do |one|
          tool = Workshop::OPERATIONS.fetch(one.kind).tool
          Finding.new(code: :no_tool, level: :warning, place: place(one),
                      wording: Wording[:the_workshop_has_no_tool_of_size, tool: tool, size: millimetres(one.size), feature: called(one)],
                      advice: Wording[:take_a_size_that_is_there_or_add_it, nearest: nearest(one)])
        end
      end

      # Whether there is a tool of its very size; of milling cutters a smaller one does.
      def available?(operation)
        sizes = @workshop.sizes(operation.kind)
        sizes.nil? || sizes.any? { |size| (size - operation.size).abs < 0.005 || (operation.kind == 'mill' && size < operation.size) }
      end

      def nearest(operation)
        below, above = @workshop.sizes(operation.kind).partition { |size| size < operation.size }
        [below.last, above.first].compact.map { |size| millimetres(size) }.join(' or ')
      end

      def place(operation) = Place.at('parts', operation.part.name, *(['features', operation.feature.name] if operation.feature))
      def called(operation) = [operation.feature&.title, operation.part.title].compact.join(' of ')
      def millimetres(size) = Units::Format.millimetres(size)
    end
  end
end
