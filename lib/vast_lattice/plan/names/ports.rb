# frozen_string_literal: true

module VastLattice
  class Plan
    # What a family reads of its components and decides in them, found in its texts before these are read: by name the Outlets
    # that are read and the Inlets that are decided.
    class Ports
      PATH = /[\p{L}_][\p{L}\p{N}_]*(?:\.[\p{L}_][\p{L}\p{N}_]*)+/
      private_constant :PATH

      attr_reader :reads, :gives

      # Whether a text reads something in components that is there and not among the +symbols+.
      def self.more?(text, symbols, placed)
        text.scan(PATH).any? { |path| symbols[path].nil? && placed.outlets(Name.read(path)).any? }
      end

      # +also+ are other texts that read in components.
      def initialize(family, placed, also = [])
        @family = family
        @placed = placed
        @reads = {}
        @gives = {}
        return if placed.all.empty?

        Family::Formulas.each(family) { |text| read_all(text.to_s) }
        also.each { |text| read_all(text) }
        effects.each { |effect| effect(effect) }
        (columns + family.overrides.map(&:target) + asked).each { |path| give(path) }
        family.components.each { |component| given_to(component) }
      end

      # Whether the same things are read and decided, each as it is there, as far as can be told from outside.
      def alike?(other)
        same?(gives, other.gives) { |inlet, there| inlet.alike?(there) } && same?(reads, other.reads) do |outlets, there|
          outlets.size == there.size && outlets.zip(there).all? { |one, two| one.alike?(two) }
        end
      end

      private

      # A block compares what stands under one name.
      def same?(mine, others) = mine.keys == others.keys && mine.all? { |key, own| yield(own, others[key]) }

      def read_all(text) = text.scan(PATH) { |path| read(path) }
      def columns = @family.tables.flat_map(&:columns).reject(&:property?).map(&:target)

      # What forms ask for.
      def asked = @family.forms.flat_map(&:fields).select(&:asks?).map(&:ask).select { |path| path.include?('.') }

      def effects
        @family.rules.flat_map { |rule| rule.placed_effects.map(&:first) } +
          @family.rule_tables.flat_map(&:columns).select(&:named?).map { |output| Family::Effect.new(kind: output.kind, target: output.target) }
      end

      def effect(effect)
        return unless Family::EFFECTS.key?(effect.kind)

        kind = Family::EFFECTS.fetch(effect.kind)
        kind.decided(effect.target).each { |path| give(path) }
        read(effect.target) if %i[number choice].include?(kind.subject)
      end

      def given_to(component)
        component.rows.each_key { |table| give(Name.of(component.name, table, 'row').to_s) }
        component.values.each_key { |path| give("#{component.name}.#{path}") }
      end

      # What reaches many components is a list.
      def read(text)
        path = Name.read(text)
        outlets = @placed.outlets(path)
        return if outlets.empty? || @reads.key?(path.key)

        if @placed.selects?(path)
          outlets = outlets.select { |outlet| outlets.first.target.type.accepts?(outlet.target.type) }
                           .map { |outlet| outlet.with(name: text, many: true) }
        end
        @reads[path.key] = outlets
      end

      def give(text)
        path = Name.read(text)
        return @placed.selected(path, :inlet).each { |name| give(name.to_s) } if @placed.selects?(path)

        inlet = @placed.inlet(path)
        @gives[path.key] ||= inlet if inlet
      end
    end
  end
end
