# frozen_string_literal: true

module VastLattice
  class Family
    # What one column of a rule table does where a row hits: an effect of which the cells hold one piece. As text:
    #
    #   gauge, windows.built, frame.material    the cell is the value (also: set gauge)
    #   limit length most, offer finish         the cell is the limit, the choices (with commas)
    #   price Thicker sheet                     the cell is the amount
    #   forbid, warn, operation                 the cell is what is said
    #
    # A blank cell says nothing.
    class Output < Value.with(:kind, target: nil, argument: nil)
      SET = 'set'

      # Reads the text; whatever begins with no kind of effect is the name of what is set.
      def self.read(text)
        first, rest = text.to_s.strip.split(/\s+/, 2)
        kind = EFFECTS.fetch(first.downcase) if first && EFFECTS.key?(first.downcase)
        made = kind && of_kind(kind, rest)
        made || new(kind: SET, target: text.to_s.strip, argument: 'to')
      end

      # nil where the words after the kind do not fit it.
      def self.of_kind(kind, rest)
        names = kind.arguments.map(&:name)
        return rest || kind.subject != :text ? nil : new(kind: kind.name) if names.empty?
        return rest && new(kind: kind.name, target: rest, argument: lone(kind)) if lone(kind)

        *target, last = rest.to_s.split
        new(kind: kind.name, target: target.join(' '), argument: last.downcase) if target.any? && names.include?(last.downcase)
      end
      private_class_method :of_kind

      # The one argument that an effect must have, which cells hold then; nil where it may have several.
      def self.lone(kind) = kind.arguments.select(&:required).then { |all| all.first.name if all.one? }

      # All texts that begin a column of some kind, for people who pick them: [[kind, argument or nil, title], …].
      def self.kinds
        EFFECTS.kinds.flat_map do |kind|
          next [[kind.name, nil, kind.about]] if kind.arguments.empty? && kind.subject == :text

          if lone(kind)
            [[kind.name, lone(kind), kind.about]]
          else
            kind.arguments.map do |argument|
              [kind.name, argument.name, "#{kind.about}: #{argument.title.downcase}"]
            end
          end
        end
      end

      # Whether it decides a value, a state, a material or a colour.
      def sets? = kind == SET

      # Whether +target+ is a name.
      def named? = !target.nil? && EFFECTS.fetch(kind).subject != :text

      # The Effect that a cell makes of it; nil where the cell is blank.
      def effect(cell)
        cell = cell.to_s.strip
        return if cell.empty?
        return Effect.new(kind: kind, target: cell) unless argument

        many = EFFECTS.fetch(kind).arguments.find { |own| own.name == argument }.many
        Effect.new(kind: kind, target: target, arguments: { argument => many ? cell.split(',').map(&:strip) : cell })
      end

      def to_s
        return EFFECTS.key?(target.split.first.to_s.downcase) ? "set #{target}" : target if sets?

        [kind, target, (argument unless Output.lone(EFFECTS.fetch(kind)))].compact.join(' ')
      end
    end
  end
end
