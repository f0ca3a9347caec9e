# frozen_string_literal: true

require 'yaml'

module VastLattice
  module Exchange
    # Reads and writes a whole family as YAML or JSON (docs/family-file.md).
    #
    # Nothing typed is lost: every entry stays the text it was. Reading reports each problem with its
    # line; it needs the text to be well-formed and of the right shape, not the family to make sense.
    module FamilyFile
      VERSION = 1
      LARGEST = 8_000_000 # bytes

      # What reading gives: the Family, and the SourceLines of its file.
      class Document < Value.with(:family, :lines)
        # The line of a place, or of the nearest thing around it.
        def line(place)
          path = place&.path || []
          # A field is known by its form and what it asks for; in the file it stands on a page, in a group.
          field = lines.of_field(*path.drop(1)) if path.first == 'forms' && path.size == 3
          field || lines.of_path(path)
        end
      end

      # The file is not readable; +problems+ lists [line, message] pairs, in order. +rest+ is a Document of
      # what has the right shape all the same, or nil.
      class Unreadable < Error
        attr_reader :problems, :rest, :lost

        # +lost+ are the names that the rest lacks.
        def initialize(problems, rest = nil, lost = [])
          @lost = lost
          @problems = problems
          @rest = rest
          super(problems.map { |line, text| line ? "line #{line}: #{text}" : text }.join("\n"))
        end
      end

      # Reads YAML or JSON text into a Document. Raises Unreadable.
      def self.read(text)
        raise Unreadable, [[nil, Wording[:the_file_is_larger_than_value_mb, value: LARGEST / 1_000_000]]] if text.bytesize > LARGEST

        source = SourceTree.read(text)
        refuse_unwritable(source.tree)
        problems = ShapeProblems.of(source.tree)
        return document(source.tree, source.lines) if problems.empty?

        rest = Pruning.prune(source.tree, problems.map(&:pointer)) if problems.size <= ShapeProblems::MOST
        raise Unreadable.new(told(source, problems), rest && document(rest, source.lines), rest ? Pruning.lost(source.tree, rest) : [])
      end

      # What no other format could hold is not taken from one that can.
      def self.refuse_unwritable(tree)
        path, why = Writable.fault_within(tree)
        raise Unreadable, [[nil, "#{Place.at(*path)}: #{why}"]] if why
      end
      private_class_method :refuse_unwritable

      # The Family of a tree of the right shape.
      def self.family(tree) = Family.from_tree(tree.except('vast_lattice', 'family').merge('name' => tree['family']))

      def self.document(tree, lines) = Document.new(family: family(tree), lines: lines)
      private_class_method :document

      # The family as YAML. Rows that share their cells are written out each: a copy in between shares nothing.
      def self.yaml(family) = YAML.dump(JSON.parse(JSON.generate(tree(family))), line_width: 110).delete_prefix("---\n")

      # The family as JSON; the same structure.
      def self.json(family) = "#{JSON.pretty_generate(tree(family))}\n"

      # The same as plain form.
      def self.tree(family)
        own = family.to_tree
        { 'vast_lattice' => VERSION, 'family' => own.delete('name') }.merge(own)
      end

      # Problems with their lines; of very many, the first.
      def self.told(source, problems)
        lines = problems.first(ShapeProblems::MOST).map { |problem| [source.lines.of_pointer(problem.pointer) || 1, problem.text.to_s] }
        more = problems.size > ShapeProblems::MOST ? [[nil, Wording[:there_are_more_problems_mend_these_first].to_s]] : []
        lines.uniq.sort_by { |line, text| [line || 0, text] } + more
      end
      private_class_method :told
    end
  end
end
