# frozen_string_literal: true

require 'psych'

module VastLattice
  module Exchange
    # Reads YAML or JSON into hashes, lists and texts, and remembers the line of everything. Every scalar
    # stays the text it was typed as. References, tags and doubled keys are refused.
    class SourceTree
      # +lines+ are SourceLines.
      attr_reader :tree, :lines

      # Raises FamilyFile::Unreadable.
      def self.read(text) = new(text)

      def initialize(text)
        builder = built(readable(text))
        refuse(nil, 'The file is empty.') unless builder.any?
        @tree = builder.tree
        refuse_other unless @tree.is_a?(Hash)
        @lines = SourceLines.new(builder.lines)
      end

      private

      def refuse_other
        what = { Array => 'a list', NilClass => 'nothing' }.fetch(@tree.class, 'a text')
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
        JSON.parse(text, max_nesting: SourceBuilder::DEEPEST)
        text.gsub(/(?<!\\)\\u[dD][89abAB]\h{2}\\u[dD][c-fC-F]\h{2}/) { |pair| JSON.parse("\"#{pair}\"") }.gsub("\t", ' ')
      rescue JSON::ParserError => e
        refuse(e.message[/line (\d+)/, 1]&.to_i, "The JSON is not well-formed: #{e.message[0, 80]}")
      end

      def built(text)
        SourceBuilder.new.tap { |builder| Psych::Parser.new(builder).parse(text) }
      rescue SourceBuilder::Refused => e
        refuse(e.line, e.message)
      rescue Psych::SyntaxError => e
        refuse(e.line, "The YAML is not well-formed: #{[e.problem, e.context].compact.join(' ')}.")
      end

      def refuse(line, message)
        raise FamilyFile::Unreadable, [[line, message]]
      end
    end
  end
end
