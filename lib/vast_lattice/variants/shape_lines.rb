# frozen_string_literal: true

module VastLattice
  module Variants
    # How a product is made, in texts by name: dimensions and positions of stocks and features, how many instances there are, where
    # components stand, and what is in them: values, states, looks. Of what is not built, nothing.
    class ShapeLines
      # {name => [title, text]}, in the order of the family.
      def self.of(result) = new(result).to_h

      # What differs between several such lists: [{name:, title:, texts:}]. How often something is there that one has not is a dash;
      # the other lines of it say nothing more.
      def self.beside(lists)
        told = lists.flat_map(&:keys).uniq.select { |name| name.end_with?('.instances') || lists.all? { |own| own.key?(name) } }
        lines = told.map do |name|
          found = lists.map { |own| own[name] }
          { name: name, title: found.compact.first.first, texts: found.map { |_, text| text || '–' } }
        end
        lines.reject { |line| line[:texts].uniq.one? }
      end

      def initialize(result)
        @outcome = result.outcome
        @bound = @outcome.plan.bound
        @solids = result.model.solids
      end

      def to_h = [*stocks, *features, *components, *inside(@outcome)].to_h { |name, title, text| [name, [title, text]] }

      private

      def built?(name) = %i[shown hidden].include?(@outcome.state(name))
      def program = @program ||= @outcome.plan.shape_program.call(@outcome.values)

      def stocks
        @bound.stocks.zip(program.first).select do |stock, _|
          built?(stock.part.name)
        end.flat_map { |stock, numbers| written(stock, stock.part, numbers) }
      end

      def features
        @bound.shapes.zip(program.last).select { |shape, _| built?(shape.feature.name) }.flat_map do |shape, numbers|
          [*counted(shape.feature), *written(shape, shape.feature, numbers)]
        end
      end

      # What is typed of a stock or a feature, with what it comes to.
      def written(bound, owner, numbers)
        bound.written.zip(numbers.raw).filter_map do |(typed, path, label), value|
          [[owner.name, *path].join('.'), "#{owner.title}: #{label}", text(typed.type, value)] if typed&.type&.number?
        end
      end

      # How many there are of what is repeated.
      def counted(feature)
        return [] unless feature.pattern

        made = @solids.flat_map(&:built).find { |one| one.name == feature.name }
        [["#{feature.name}.instances", "#{feature.title}: how many", (made ? made.loops.size : 0).to_s]]
      end

      def components
        return [] if @outcome.placings.empty?

        places = @outcome.plan.place_program.call(@outcome.values)
        @outcome.placings.each_with_index.select { |placing, _| placing.built? }.flat_map do |placing, at|
          many = [["#{placing.name}.instances", "#{placing.component.title}: how many", placing.instances.size.to_s]]
          (placing.many? ? many : []) + placed(placing, places[at].call(placing.instances.first&.first || 1))
        end
      end

      # On all levels; of instances that are alike, once.
      def inside(outcome, path = nil, around = nil)
        outcome.placings.select(&:built?).flat_map do |placing|
          title = [*around, placing.component.title].join(', ')
          placing.kinds.flat_map do |own, numbers|
            name = Name.of(*path, placing.path(numbers)).to_s
            decided(own, name, title) + inside(own, name, title)
          end
        end
      end

      def decided(outcome, path, title)
        outcome.plan.targets.reject { |target| target.port? || target.kind == :shown }.map do |target|
          ["#{path}.#{target.name}", "#{title}: #{target.title}", outcome.text_of(target)]
        end
      end

      def placed(placing, numbers)
        numbers.map do |axis, amount|
          unit = Units[axis.to_s.start_with?('turn') ? 'deg' : 'mm']
          ["#{placing.name}.at.#{axis}", "#{placing.component.title}: #{axis.to_s.tr('_', ' ')}", quantity(amount, unit)]
        end
      end

      def text(type, value) = quantity(value, type.plain? ? Units::PLAIN : Units[type.dimension.base_unit])
      def quantity(value, unit) = Undefined.text(value) { Units::Format.quantity(value, @outcome.display.shown(unit)) }
    end
  end
end
