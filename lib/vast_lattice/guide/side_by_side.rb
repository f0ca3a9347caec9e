# frozen_string_literal: true

module VastLattice
  module Guide
    # Configurations side by side: what the forms showed, and what came of them.
    class SideBySide
      # A line: its title, a text for each (nil where one has none), and whether they are all the same.
      Line = Struct.new(:title, :texts) do
        def same? = texts.uniq.size == 1
      end

      FACTS = { 'Part number' => ->(own) { own.part_number['text'] }, 'Price' => :price.to_proc,
                'Mass' => ->(own) { own.frozen_outcome.fact('mass') }, 'Size' => ->(own) { own.frozen_outcome.fact('size') } }.freeze
      private_constant :FACTS

      def initialize(configurations)
        @configurations = configurations
      end

      # Part numbers, prices and masses first, then the fields in the order of the forms, then what else differs in how they are made.
      def lines = told + made

      private

      def told
        fields = @configurations.map { |own| own.answered.to_h { |field| [field['title'], field['text']] } }
        FACTS.map { |title, fact| Line.new(title, @configurations.map { |own| fact.call(own) }) } +
          fields.flat_map(&:keys).uniq.map { |title| Line.new(title, fields.map { |own| own[title] }) }
      end

      def made
        Variants::ShapeLines.beside(@configurations.map { |own| own.frozen_outcome.made }).map { |line| Line.new(line[:title], line[:texts]) }
      end
    end
  end
end
