# frozen_string_literal: true

require 'json_schemer'

module VastLattice
  class Family
    # The JSON Schema of the family file, and of its pieces.
    module Schema
      PATH = File.expand_path('schema.json', __dir__)
      TREE = JSON.parse(File.read(PATH)).freeze
      WHOLE = JSONSchemer.schema(TREE)

      SCALAR = { '$ref' => '#/$defs/entry' }.freeze
      TEXT = { 'type' => 'string', 'maxLength' => 4000 }.freeze

      # The schema of what edits take, argument by argument; other arguments are single values.
      ARGUMENTS = {
        'rule' => { '$ref' => '#/$defs/rule' }, 'rule_table' => { '$ref' => '#/$defs/rule_table' },
        'feature' => { 'anyOf' => [TEXT, { '$ref' => '#/$defs/feature' }] },
        'form' => { 'anyOf' => [TEXT, { '$ref' => '#/$defs/form' }] }, 'stock' => { '$ref' => '#/$defs/part/properties/stock' },
        'features' => { 'type' => 'array', 'items' => TEXT },
        'item' => { 'type' => 'object', 'additionalProperties' => { '$ref' => '#/$defs/entry' } },
        'material' => { 'anyOf' => [TEXT, { '$ref' => '#/$defs/own_material' }] },
        'columns' => { 'type' => 'array', 'items' => { 'anyOf' => [TEXT, { '$ref' => '#/$defs/table/properties/columns/items' }] } },
        'names' => { 'type' => 'array', 'items' => { 'type' => 'object', 'required' => %w[row name], 'additionalProperties' => TEXT } },
        'added' => { 'type' => 'array', 'items' => { '$ref' => '#/$defs/table/properties/rows/items' } },
        'rows' => { 'type' => 'array', 'items' => { 'anyOf' => [TEXT, { '$ref' => '#/$defs/table/properties/rows/items' }] } },
        'cells' => { 'type' => 'array', 'items' => { 'type' => 'object', 'required' => %w[row column text],
                                                     'additionalProperties' => TEXT } },
        'fields' => { 'type' => 'object', 'additionalProperties' => { 'anyOf' => [SCALAR, { 'type' => 'array', 'items' => TEXT }] } }
      }.freeze
      OTHER = { 'anyOf' => [SCALAR, { 'type' => 'null' }] }.freeze
      EDIT = JSONSchemer.schema({ '$defs' => TREE['$defs'].merge('own_material' => TREE['properties']['materials']['items']),
                                  'type' => 'object', 'required' => ['do'],
                                  'properties' => { 'do' => TEXT, **ARGUMENTS }, 'additionalProperties' => OTHER })

      # Whether an edit in plain form has the right shape.
      def self.edit?(edit) = EDIT.valid?(edit)
    end
  end
end
