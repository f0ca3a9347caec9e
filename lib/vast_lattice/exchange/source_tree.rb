# frozen_string_literal: true

require 'psych'

module VastLattice
  module Exchange
    # Reads YAML or JSON into hashes, lists and texts, and remembers the line of everything. Every scalar
    # stays the text it was typed as. References, tags and doubled keys are refused.
    class SourceTree
      DEEPEST = 20
      # Keys that name the items of a list, so that a path can say "parameters, length"; in most lists it is "name".
      NAMES = { 'columns' => 'target', 'fields' => 'ask' }.freeze

      attr_reader :tree, :lines

      # Raises FamilyFile::Unreadable.
      def self.read(text) = new(text)

      def initialize(text)
        @lines = {}
        @pointer_lines = {}
        root = document(readable(text))
        @tree = node(root, [], [])
        refuse_other(@tree) unless @tree.is_a?(Hash)
      end

      # Line of a JSON pointer (list of keys), or of what is around it.
      def line_of_pointer(pointer)
        pointer = pointer[0...-1] until pointer.empty? || @pointer_lines.key?(pointer)
        @pointer_lines[pointer]
      end

      private

      def refuse_other(tree)
        what = { Array => 'a list', NilClass => 'nothing' }.fetch(tree.class, 'a text')
        refuse(1, "The file holds #{what}, not a family: it begins with vast_lattice: #{FamilyFile::VERSION} and family: NAME.")
      end

      def readable(text)
        text = text.dup.force_encoding('UTF-8').delete_prefix("\uFEFF")
        refuse(nil, 'The file is not UTF-8 text.') unless text.valid_encoding?
        refuse(nil, 'The file holds a null character.') if text.include?("\0")
        text.lstrip.start_with?('{') ? plain_json(text) : text
      end

      # Strict JSON first; then the text, with escaped surrogate pairs joined, is read as the YAML it is.
      def plain_json(text)
        JSON.parse(text, max_nesting: DEEPEST)
        text.gsub(/(?<!\\)\\u[dD][89abAB]\h{2}\\u[dD][c-fC-F]\h{2}/) { |pair| JSON.parse("\"#{pair}\"") }.gsub("\t", ' ')
      rescue JSON::ParserError => e
        refuse(e.message[/line (\d+)/, 1]&.to_i, "The JSON is not well-formed: #{e.message[0, 80]}")
      end

      def document(text)
        handler = BoundedBuilder.new(DEEPEST)
        Psych::Parser.new(handler).parse(text)
        stream = handler.root
        refuse(nil, 'The file is empty.') if stream.children.empty?
        refuse(stream.children[1].start_line + 1, 'The file holds more than one document.') if stream.children.size > 1
        stream.children.first.root
      rescue BoundedBuilder::Refused => e
        refuse(e.line, e.message)
      rescue Psych::SyntaxError => e
        refuse(e.line, "The YAML is not well-formed: #{[e.problem, e.context].compact.join(' ')}.")
      end

      def node(node, path, pointer)
        note_line(node, path, pointer)
        refuse(line(node), "Tags such as #{node.tag} are not allowed.") if node.respond_to?(:tag) && node.tag
        case node
        when Psych::Nodes::Mapping then mapping(node, path, pointer)
        when Psych::Nodes::Sequence then sequence(node, path, pointer)
        when Psych::Nodes::Scalar then scalar(node)
        else refuse(line(node), 'References (* and &) are not allowed; write the value out.')
        end
      end

      def scalar(node)
        return nil if node.value == 'null' && !node.quoted

        node.value
      end

      def mapping(node, path, pointer)
        node.children.each_slice(2).with_object({}) do |(key, value), tree|
          refuse(line(key), 'A key must be a text.') unless key.is_a?(Psych::Nodes::Scalar)
          refuse(line(key), "\"#{key.value}\" stands here twice.") if tree.key?(key.value)
          note_line(key, [*path, key.value], [*pointer, key.value])
          read = node(value, [*path, key.value], [*pointer, key.value])
          tree[key.value] = read unless read.nil?
        end
      end

      def sequence(node, path, pointer)
        node.children.each_with_index.map do |child, index|
          node(child, [*path, item_name(child, path.last) || index.to_s], [*pointer, index.to_s])
        end
      end

      def item_name(node, list)
        return unless node.is_a?(Psych::Nodes::Mapping)

        wanted = NAMES.fetch(list, 'name')
        pair = node.children.each_slice(2).find { |key, _| key.is_a?(Psych::Nodes::Scalar) && key.value == wanted }
        pair.last.value if pair && pair.last.is_a?(Psych::Nodes::Scalar)
      end

      def note_line(node, path, pointer)
        @lines[path] ||= line(node)
        @pointer_lines[pointer] ||= line(node)
      end

      def line(node) = node.start_line + 1

      def refuse(line, message)
        raise FamilyFile::Unreadable, [[line, message]]
      end
    end
  end
end
