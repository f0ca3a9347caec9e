# frozen_string_literal: true

require 'json_schemer'

module VastLattice
  class Family
    # The JSON Schema of the family file, and of its pieces.
    module Schema
      PATH = File.expand_path('schema.json', __dir__)
      TREE = JSON.parse(File.read(PATH)).freeze
      # The patterns of the schema are about whole texts; in Ruby ^ and $ would mean lines.
      WHOLE_TEXT = ->(pattern) { Regexp.new(pattern.sub(/\A\^/, '\A').sub(/\$\z/, '\z')) }

      # A schema that can be asked.
      def self.made(tree) = JSONSchemer.schema(tree, regexp_resolver: WHOLE_TEXT)

      WHOLE = made(TREE)
      # Schemas of pieces, made when they are first asked for.
      PIECES = Memo.new(500)
      private_constant :PIECES

      # A piece of TREE by itself.
      def self.part(piece) = PIECES.fetch([:part, piece.object_id]) { made(piece.merge('$defs' => TREE['$defs'])) }

      # A piece of TREE that says nothing about what is inside of its properties and items.
      def self.shallow(piece)
        PIECES.fetch([:shallow, piece.object_id]) do
          lean = piece.except('$defs', '$schema', '$id', 'items')
          lean['properties'] = piece['properties'].transform_values { true } if piece['properties']
          lean['additionalProperties'] = true if piece['additionalProperties'].is_a?(Hash)
          made(lean.merge('$defs' => TREE['$defs']))
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
        'features' => TEXTS, 'columns' => TEXTS, 'rows' => TEXTS, 'added' => { 'type' => 'array', 'items' => ROW },
        'names' => { 'type' => 'array', 'items' => { **ENTRIES, 'required' => %w[row name] } },
        'cells' => { 'type' => 'array', 'items' => { **ENTRIES, 'required' => %w[row column text] } },
        'fields' => { 'type' => 'object', 'additionalProperties' => { 'anyOf' => [TEXT, TEXTS, { 'type' => 'null' }] } }
      }.freeze
      # Arguments that an edit takes in plain form, where others take a name.
      PLAIN = {
        'put_feature' => { 'feature' => { '$ref' => '#/$defs/feature' } }, 'put_form' => { 'form' => { '$ref' => '#/$defs/form' } },
        'put_material' => { 'material' => { '$ref' => '#/$defs/own_material' } },
        'replace_table' => { 'columns' => { 'type' => 'array', 'items' => { '$ref' => '#/$defs/table/properties/columns/items' } },
                             'rows' => { 'type' => 'array', 'items' => ROW } }
      }.freeze
      EDITS = [nil, *PLAIN.keys].to_h do |name|
        tree = { '$defs' => TREE['$defs'].merge('own_material' => TREE['properties']['materials']['items']),
                 'type' => 'object', 'required' => ['do'],
                 'properties' => { 'do' => TEXT, **ARGUMENTS, **PLAIN.fetch(name, {}) }, 'additionalProperties' => TEXT }
        [name, made(tree)]
      end.freeze

      # Lists of many texts, which are looked at without the schema: it would need seconds for a large block of cells.
      FLAT = { 'cells' => %w[row column text], 'names' => %w[row name] }.freeze

      def self.flat?(list, keys)
        list.is_a?(Array) && list.all? do |item|
          item.is_a?(Hash) && keys.all? { |key| item.key?(key) } && item.each_value.all? { |text| text?(text) }
        end
      end

      def self.text?(text) = text.is_a?(String) && text.size <= TEXT['maxLength']
      private_class_method :text?, :flat?

      # Where an edit in plain form, whose numbers and yes or no are texts, is not of the right shape: keys and numbers of
      # items, or nil. The whole edit is [].
      def self.fault(edit)
        edit = edit.reject { |key, list| FLAT.key?(key) && flat?(list, FLAT[key]) } if edit.is_a?(Hash)
        schema = EDITS.fetch(edit.is_a?(Hash) && edit['do']) { EDITS[nil] }
        # Telling where takes much longer than telling whether.
        schema.valid?(edit) ? nil : schema.validate(edit).first.fetch('data_pointer').split('/').drop(1)
      end
    end
  end
end
