# frozen_string_literal: true

require 'json_schemer'

module VastLattice
  class Family
    # The JSON Schema of the family file, and of its pieces.
    module Schema
      PATH = File.expand_path('schema.json', __dir__)
      # The patterns of the schema are about whole texts; in Ruby ^ and $ would mean lines.
      WHOLE_TEXT = ->(pattern) { Regexp.new(pattern.sub(/\A\^/, '\A').sub(/\$\z/, '\z')) }
      # What is made of the schema, by what is registered.
      MADE = Memo.new(2000)
      private_constant :MADE

      # What is made once for the effects and the views of drawing sheets that there are.
      def self.once(*what, &) = MADE.fetch([*what, EFFECTS.names, SHEET_VIEWS.names], &)
      private_class_method :once

      # The schema as a tree: that of the file, with every effect and every kind of view that is registered.
      def self.tree
        once(:tree) do
          JSON.parse(File.read(PATH)).tap do |tree|
            tree['$defs']['effect']['oneOf'] = EFFECTS.kinds.map { |kind| effect(kind) }
            tree['$defs']['sheet_view']['properties']['kind']['enum'] = SHEET_VIEWS.names
          end
        end
      end

      # A limit without limits says nothing: an effect that takes arguments has one at least.
      def self.effect(kind)
        target = kind.subject == :text ? { '$ref' => '#/$defs/title' } : { 'type' => 'string' }
        least = kind.arguments.any? ? { 'minProperties' => 2 } : {}
        { 'required' => [kind.name, *kind.arguments.select(&:required).map(&:name)], 'additionalProperties' => false, **least,
          'properties' => { kind.name => target, **kind.arguments.to_h { |argument| [argument.name, argument.schema] } } }
      end
      private_class_method :effect

      # A schema that can be asked.
      def self.made(tree) = JSONSchemer.schema(tree, regexp_resolver: WHOLE_TEXT)

      # The schema of a whole family.
      def self.whole = once(:whole) { made(tree) }

      # A piece of the tree by itself.
      def self.part(piece) = once(:part, piece.object_id) { made(piece.merge('$defs' => tree['$defs'])) }

      # A piece of the tree that says nothing about what is inside of its properties and items.
      def self.shallow(piece)
        once(:shallow, piece.object_id) do
          lean = piece.except('$defs', '$schema', '$id', 'items')
          lean['properties'] = piece['properties'].transform_values { true } if piece['properties']
          lean['additionalProperties'] = true if piece['additionalProperties'].is_a?(Hash)
          made(lean.merge('$defs' => tree['$defs']))
        end
      end

      TEXT = { 'type' => 'string', 'maxLength' => 4000 }.freeze
      TEXTS = { 'type' => 'array', 'items' => TEXT }.freeze
      ENTRIES = { 'type' => 'object', 'additionalProperties' => TEXT }.freeze
      ROW = { '$ref' => '#/$defs/table/properties/rows/items' }.freeze

      # What edits take, argument by argument; all other arguments are texts.
      ARGUMENTS = {
        'rule' => { '$ref' => '#/$defs/rule' }, 'rule_table' => { '$ref' => '#/$defs/rule_table' },
        'stock' => { '$ref' => '#/$defs/part/properties/stock' }, 'item' => ENTRIES,
        'features' => TEXTS, 'components' => TEXTS, 'columns' => TEXTS, 'rows' => TEXTS,
        'added' => { 'type' => 'array', 'items' => ROW }, 'differences' => { 'type' => 'array', 'items' => TEXTS },
        'names' => { 'type' => 'array', 'items' => { **ENTRIES, 'required' => %w[row name] } },
        'cells' => { 'type' => 'array', 'items' => { **ENTRIES, 'required' => %w[row column text] } },
        'rows_of' => ENTRIES,
        'fields' => { 'type' => 'object', 'additionalProperties' => { 'anyOf' => [TEXT, TEXTS, { 'type' => 'null' }] } }
      }.freeze
      # Arguments that an edit takes in plain form, where others take a name.
      PLAIN = {
        'put_component' => { 'component' => { '$ref' => '#/$defs/component' } },
        'put_feature' => { 'feature' => { '$ref' => '#/$defs/feature' } },
        'add_feature' => { 'feature' => { '$ref' => '#/$defs/feature' } },
        'put_form' => { 'form' => { '$ref' => '#/$defs/form' } },
        'put_model' => { 'model' => { '$ref' => '#/$defs/model' } },
        'put_picture' => { 'picture' => { '$ref' => '#/$defs/picture' } },
        'add_option' => { 'cut' => ENTRIES, 'parts' => { 'type' => 'array', 'items' => { **ENTRIES, 'required' => %w[part] } },
                          'components' => TEXTS },
        'keep_list' => { 'rows' => ENTRIES, 'order' => TEXTS },
        'set_workshop' => { 'workshop' => {
          'type' => 'object', 'additionalProperties' => { 'anyOf' => [TEXT, ENTRIES,
                                                                      { 'type' => 'object', 'additionalProperties' => ENTRIES }] }
        } },
        'put_material' => { 'material' => { '$ref' => '#/$defs/own_material' } },
        'replace_table' => { 'columns' => { 'type' => 'array', 'items' => { '$ref' => '#/$defs/table/properties/columns/items' } },
                             'rows' => { 'type' => 'array', 'items' => ROW } }
      }.freeze
      # The schema of an edit of that name.
      def self.edit(name)
        name = nil unless PLAIN.key?(name)
        once(:edit, name) do
          defs = tree['$defs'].merge('own_material' => tree['properties']['materials']['items'])
          made('$defs' => defs, 'type' => 'object', 'required' => ['do'],
               'properties' => { 'do' => TEXT, **ARGUMENTS, **PLAIN.fetch(name, {}) }, 'additionalProperties' => TEXT)
        end
      end
      private_class_method :edit

      # Lists of many texts, which are looked at without the schema: it would need seconds for a large block of cells.
      FLAT = { 'cells' => %w[row column text], 'names' => %w[row name] }.freeze

      def self.flat?(list, keys)
        list.is_a?(Array) && list.all? do |item|
          item.is_a?(Hash) && keys.all? { |key| item.key?(key) } && item.each_value.all? { |text| text?(text) }
        end
      end

      def self.text?(text) = text.is_a?(String) && text.size <= TEXT['maxLength']
      private_class_method :text?, :flat?

      # What a schema refers to is looked up when it is first met, and by one at a time: the gem changes the reference meanwhile.
      ONE_BY_ONE = Mutex.new
      private_constant :ONE_BY_ONE

      # Where an edit in plain form, whose numbers and yes or no are texts, is not of the right shape: keys and numbers of
      # items, or nil. The whole edit is [].
      def self.fault(given)
        given = given.reject { |key, list| FLAT.key?(key) && flat?(list, FLAT[key]) } if given.is_a?(Hash)
        schema = edit(given.is_a?(Hash) && given['do'])
        # Telling where takes much longer than telling whether.
        ONE_BY_ONE.synchronize { schema.valid?(given) ? nil : schema.validate(given).first.fetch('data_pointer').split('/').drop(1) }
      end
    end
  end
end
