# frozen_string_literal: true

require 'psych'

module VastLattice
  module Exchange
    # Builds hashes, lists and texts of a YAML text while it is read, with the lines of all of them, and stops at what a
    # family file cannot have: nesting that is too deep, too many keys or items in one place, keys that stand there twice, tags,
    # anchors and references, a second document.
    class SourceBuilder < Psych::Handler
      DEEPEST = 20
      # Most keys of one mapping.
      MOST_KEYS = 1000
      # Most items of one list, as many as a table may have rows. Reading ends there: of what is far too long, nothing else is asked.
      MOST_ITEMS = 20_000
      # Keys that name the items of a list; in most lists it is "name".
      NAMES = { 'columns' => 'target', 'fields' => 'ask' }.freeze
      # How Psych marks a text that would be taken for something else without.
      TEXT = 'tag:yaml.org,2002:str'
      REFERENCE = Wording[:references_and_are_not_allowed_write]

      # Reading stopped; the message says why, at +line+.
      class Refused < StandardError
        attr_reader :line

        def initialize(line, message)
          @line = line
          super(message)
        end
      end

      # A hash or list that is being built: its SourceLines::Holder, its key in what is around it, and the key whose value
      # comes next, with its line.
      Level = Struct.new(:tree, :holder, :place, :key, :key_line)

      # What was read, and the lines of it: a Holder, or one line.
      attr_reader :tree, :lines

      def initialize
        super
        @levels = []
        @line = 1
        @documents = 0
      end

      # Whether there was anything.
      def any? = @documents.positive?

      def event_location(start_line, *) = @line = start_line + 1

      def start_document(*)
        refuse(Wording[:the_file_holds_more_than_one_document]) if (@documents += 1) > 1
      end

      def start_mapping(anchor, tag, *) = enter({}, {}, nil, anchor, tag)
      def start_sequence(anchor, tag, *) = enter([], [], {}, anchor, tag)

      def end_mapping
        level = leave
        named(level) if @level&.holder&.names
        put(level.tree, level.holder)
      end

      def end_sequence
        level = leave
        put(level.tree, level.holder)
      end

      def scalar(value, anchor, tag, _plain, quoted, _style)
        refuse(REFERENCE) if anchor
        return read_key(value) if key_wanted?

        refuse_tag(tag)
        put(value == 'null' && !quoted ? nil : value, @level&.key_line || @line)
      end

      def alias(_anchor) = refuse(REFERENCE)

      private

      def enter(tree, parts, names, anchor, tag)
        refuse(REFERENCE) if anchor
        refuse(Wording[:the_file_is_nested_too_deeply]) if @levels.size >= DEEPEST
        refuse(Wording[:a_key_must_be_a_text]) if key_wanted?
        refuse_tag(tag)
        above = @level
        @levels << above if above
        holder = SourceLines::Holder.new(above&.key_line || @line, parts, names)
        @level = Level.new(tree, holder, above && (above.key || above.place))
      end

      # Whether a mapping is open and its next key has not come.
      def key_wanted? = !@level.nil? && !@level.key && !@level.holder.names

      def leave
        level = @level
        @level = @levels.pop
        level
      end

      def read_key(value)
        parts = @level.holder.parts
        refuse(Wording[:value_stands_here_twice, value: value]) if parts.key?(value)
        refuse(Wording[:more_than_most_keys_keys_stand, most_keys: MOST_KEYS], @level.holder.line) if parts.size >= MOST_KEYS
        @level.key = value
        @level.key_line = @line
      end

      def too_many(place)
        return Wording[:the_list_has_more_than_most_items, most: MOST_ITEMS] unless place

        Wording[:place_has_more_than_most_items, place: place, most: MOST_ITEMS]
      end

      def put(value, line)
        return top(value, line) unless @level

        tree, holder, _, key = *@level
        if holder.names
          refuse(too_many(@level.place), holder.line) if tree.size >= MOST_ITEMS
          holder.parts << line
          tree << value
        else
          holder.parts[key] = line
          tree[key] = value unless value.nil?
          @level.key = @level.key_line = nil
        end
      end

      def top(value, line)
        @tree = value
        @lines = line
      end

      # Notes the name of a mapping that is the next item of a list.
      def named(level)
        name = level.tree[NAMES.fetch(@level.place, 'name')]
        names = @level.holder.names
        names[name] = @level.tree.size if name.is_a?(String) && !names.key?(name)
      end

      def refuse_tag(tag)
        # That of a text says what every scalar is here.
        refuse(Wording[:tags_such_as_tag_are_not_allowed, tag: tag]) unless tag.nil? || tag == TEXT
      end

      def refuse(message, line = @line) = raise(Refused.new(line, message))
    end
  end
end
