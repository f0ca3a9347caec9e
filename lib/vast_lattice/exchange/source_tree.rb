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
        refuse(nil, Wording[:the_file_is_empty]) unless builder.any?
        @tree = builder.tree
        refuse_other unless @tree.is_a?(Hash)
        @lines = SourceLines.new(builder.lines)
      end

      private

      def refuse_other
        what = { Array => 'a list', NilClass => 'nothing' }.fetch(@tree.class, 'a text')
        refuse(1, Wording[:the_file_holds_what_not_a_family, what: what, version: FamilyFile::VERSION])
      end

      def readable(text)
        text = text.dup.force_encoding('UTF-8').delete_prefix("\uFEFF")
        refuse(nil, Wording[:the_file_is_no_utf8_text]) unless text.valid_encoding?
        refuse(nil, Wording[:the_file_holds_a_null_character]) if text.include?("\0")
        text.lstrip.start_with?('{') ? plain_json(text) : text
      end

      # Strict JSON first; then the text, with escaped surrogate pairs joined, is read as the YAML it is.
      def plain_json(text)
        JSON.parse(text, max_nesting: SourceBuilder::DEEPEST)
        text.gsub(/(?<!\\)\\u[dD][89abAB]\h{2}\\u[dD][c-fC-F]\h{2}/) { |pair| JSON.parse("\"#{pair}\"") }.gsub("\t", ' ')
      rescue JSON::ParserError => e
        refuse(e.message[/line (\d+)/, 1]&.to_i, Wording[:the_json_is_not_well_formed_problem, problem: e.message[0, 80]])
      end

      def built(text)
        SourceBuilder.new.tap { |builder| Psych::Parser.new(builder).parse(text) }
      rescue SourceBuilder::Refused => e
        refuse(e.line, e.message)
      rescue Psych::SyntaxError => e
        refuse(e.line, Wording[:the_yaml_is_not_well_formed_compact, compact: [e.problem, e.context].compact.join(' ')])
      end

      def refuse(line, message)
        raise FamilyFile::Unreadable, [[line, message]]
      end
    end
  end
end
