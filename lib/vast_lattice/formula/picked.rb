# frozen_string_literal: true

module VastLattice
  module Formula
    # A condition as a tree of picks, and back: what is chosen from lists and what is typed are two views of one formula. Pieces
    # that picks cannot say stay as they were typed, inside the tree.
    #
    #   {"all" => [tree, …]}, {"any" => [tree, …]}, {"not" => tree}
    #   {"name" => "length", "sign" => "<=", "value" => "900 mm"}           value is a formula
    #   {"name" => "length", "from" => "1 m", "till" => "2 m", "open" => "[]"}   also "(]", "[)", "()"
    #   {"name" => "finish", "among" => ['"painted"', '"bare"']}            formulas
    #   {"name" => "windows.built", "is" => "yes"}                          or no
    #   {"typed" => "odd(count)"}
    #
    # A tree that was read holds its "text" as it was written, in every piece; whoever changes a piece drops its text and those
    # of the pieces around it, and all others stay as they were typed.
    class Picked
      # The tree of a text. Raises Formula::Error.
      def self.read(text) = new(text).tree(Parser.parse(text, brackets: true))

      # The text of a tree; the block may complete the value of a name, such as by its unit.
      def self.write(tree, &) = Writing.new(&).text(tree)

      def initialize(text)
        @text = text
      end

      # The plain form of a Node.
      def tree(node)
        case node.kind
        when :and then joined('all', node)
        when :or then joined('any', node)
        when :call then call(node)
        when :compare then compared(node)
        when :between then between(node)
        when :in then member(node)
        when :name then said(node, 'name' => node.data.to_s, 'is' => 'yes')
        else typed(node)
        end
      end

      private

      def said(node, tree) = tree.merge('text' => slice(node))
      def typed(node) = { 'typed' => slice(node), 'text' => slice(node) }
      def slice(node) = @text[node.span.start, node.span.length]

      # Operators of one kind in a row are one group.
      def joined(word, node)
        said(node, word => node.parts.flat_map { |part| part.kind == node.kind ? tree(part)[word] : [tree(part)] })
      end

      def call(node)
        return typed(node) unless node.data.text.casecmp?('not') && node.parts.one?

        inner = tree(node.parts.first)
        inner['is'] == 'yes' ? said(node, inner.merge('is' => 'no')) : said(node, 'not' => inner)
      end

      def name(node) = node.kind == :name ? node.data.to_s : nil

      def compared(node)
        left, right = node.parts
        name(left) ? said(node, 'name' => name(left), 'sign' => node.data, 'value' => slice(right)) : typed(node)
      end

      def between(node)
        value, low, high = node.parts
        return typed(node) unless name(value)

        said(node, 'name' => name(value), 'from' => slice(low), 'till' => slice(high), 'open' => '[]')
      end

      def member(node)
        value, *tests = node.parts
        return typed(node) unless name(value)
        return range(node, value, tests.first) if tests.one? && tests.first.kind == :range

        tests = tests.first.parts if tests.one? && tests.first.kind == :list
        return typed(node) if tests.empty? || tests.any? { |test| %i[range against list].include?(test.kind) }

        said(node, 'name' => name(value), 'among' => tests.map { |test| slice(test) })
      end

      def range(node, value, range)
        open_low, open_high = range.data
        said(node, 'name' => name(value), 'from' => slice(range.parts[0]), 'till' => slice(range.parts[1]),
                   'open' => "#{open_low ? '(' : '['}#{open_high ? ')' : ']'}")
      end

      # Writes trees as texts.
      class Writing
        # The signs of a range, and what stands for nothing that was filled in yet.
        ENDS = %w[[] [) (] ()].freeze
        MISSING = '…'
        private_constant :ENDS, :MISSING

        def initialize(&complete)
          @complete = complete || ->(_name, text) { text }
        end

        # Raises Error for what is no tree.
        def text(tree)
          refuse unless tree.is_a?(Hash)

          tree['text']&.to_s || group(tree) || (tree.key?('name') ? test(tree) : tree['typed'].to_s.strip)
        end

        private

        def refuse = raise(Error.new(Wording[:this_is_no_condition], span: Span.new(start: 0, length: 0)))
        def parts(list) = list.is_a?(Array) ? list : refuse

        def group(tree)
          if tree['all'] then parts(tree['all']).map { |part| bracketed(part, :or, :if) }.join(' and ')
          elsif tree['any'] then parts(tree['any']).map { |part| bracketed(part, :if) }.join(' or ')
          elsif tree['not'] then "not(#{text(tree['not'])})"
          end
        end

        # What binds weaker than the group it stands in is put in brackets, unless it stands in some.
        def bracketed(part, *weaker)
          text = text(part)
          return MISSING if text.empty?

          weaker.include?(kind(part, text)) && !closed?(text) ? "(#{text})" : text
        end

        def kind(part, text)
          return parts(part['any']).size > 1 ? :or : nil if part['any']

          part.key?('typed') ? parsed(text)&.kind : nil
        end

        # Whether all of a text stands in one pair of brackets.
        def closed?(text) = text.start_with?('(') && text.end_with?(')') && !parsed(text[1..-2]).nil?

        def parsed(text)
          Parser.parse(text)
        rescue Formula::Error
          nil
        end

        def test(tree)
          name = tree['name']
          if tree.key?('is') then tree['is'] == 'no' ? "not(#{name})" : name
          elsif tree.key?('among') then "#{name} in (#{Array(tree['among']).map { |value| value(name, value) }.join(', ')})"
          elsif tree.key?('from') then range(name, tree)
          else "#{name} #{tree['sign']} #{value(name, tree['value'])}"
          end
        end

        def range(name, tree)
          low, high = (ENDS.include?(tree['open']) ? tree['open'] : '[]').chars
          "#{name} in #{low}#{value(name, tree['from'])}..#{value(name, tree['till'])}#{high}"
        end

        def value(name, text)
          text = text.to_s.strip
          text.empty? ? MISSING : @complete.call(name, text)
        end
      end
    end
  end
end
