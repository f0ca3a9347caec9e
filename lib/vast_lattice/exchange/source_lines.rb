# frozen_string_literal: true

module VastLattice
  module Exchange
    # Where everything stands in a file: found by the path of a Place, in which the items of a list are known by their names,
    # or by a JSON pointer, in which they are numbered.
    class SourceLines
      # Something that holds others: its line and theirs, by key, or in a list by number; +names+ are those of the items of
      # a list, with their numbers. What holds nothing is its line alone.
      Holder = Struct.new(:line, :parts, :names) do
        # The part of a key, a name, or a number; nil if there is none.
        def [](step) = names ? parts[names[step] || number(step)] : parts[step]
        def numbered(step) = names ? parts[number(step)] : parts[step]
        def each_part(&) = (names ? parts : parts.values).each(&)

        private

        # Beyond the last where it is none.
        def number(step) = step.match?(/\A\d{1,9}\z/) ? step.to_i : parts.size
      end

      # +root+ is the Holder of the whole file.
      def initialize(root)
        @root = root
      end

      # The line of a path, or of the nearest thing around it; nil where nothing of it is there.
      def of_path(path) = nearest(path) { |holder, step| holder[step] }

      # The same of a JSON pointer, a list of keys and numbers.
      def of_pointer(pointer) = nearest(pointer) { |holder, step| holder.numbered(step) }

      # The line of a field of a form, which stands on one of its pages, in one of its groups; or nil.
      def of_field(form, ask)
        found = @root['forms']
        found = found[form] if found.is_a?(Holder)
        found.is_a?(Holder) ? field_in(found, ask) : nil
      end

      private

      def nearest(steps)
        here = @root
        line = nil
        steps.each do |step|
          here = here.is_a?(Holder) ? yield(here, step) : nil
          break unless here

          line = line_of(here)
        end
        line
      end

      def line_of(here) = here.is_a?(Holder) ? here.line : here

      def field_in(holder, ask)
        fields = holder['fields'] unless holder.names
        return line_of(fields[ask]) if fields.is_a?(Holder) && fields.names && fields[ask]

        holder.each_part do |part|
          found = part.is_a?(Holder) && field_in(part, ask)
          return found if found
        end
        nil
      end
    end
  end
end
