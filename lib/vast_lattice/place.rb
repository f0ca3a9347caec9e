# frozen_string_literal: true

module VastLattice
  # Where in a family something is: a path of keys and names, as in the family file, and perhaps a Span
  # within the text that is written there.
  #
  #   Place.new(path: %w[parameters length formula], span: span).to_s  # "parameter length, formula"
  #
  # +component+ is the path of the component in whose family it is; nil for the family itself.
  class Place < Value.with(:path, span: nil, component: nil)
    SINGULAR = { 'parameters' => 'parameter', 'parts' => 'part', 'components' => 'component', 'features' => 'feature',
                 'tables' => 'table', 'rows' => 'row',
                 'rules' => 'rule', 'columns' => 'column', 'rule_tables' => 'rule table', 'overrides' => 'override',
                 'opt_outs' => 'opting out', 'forms' => 'form', 'cells' => 'column', 'alternatives' => 'alternatives',
                 'pages' => 'page', 'groups' => 'group', 'fields' => 'field', 'narrowings' => 'narrowing',
                 'pictures' => 'picture', 'lists' => 'list', 'models' => 'model',
                 'allowances' => 'allowed pair', 'drawing_sheets' => 'drawing sheet', 'views' => 'view',
                 'notes' => 'note' }.freeze
    HIDDEN = %w[dimensions].freeze
    # What has numbers in it instead of names.
    NUMBERED = %w[forms drawing_sheets].freeze
    private_constant :NUMBERED

    def self.at(*path, span: nil) = new(path: path.map(&:to_s), span: span)

    # The same place, in the family of a component.
    def within(name) = with(component: [name, component].compact.join('.'))

    # Whether it is a cell of a variant table.
    def cell? = path[0] == 'tables' && path[2] == 'rows' && path[4] == 'cells'

    # Readable text, outermost first.
    def to_s
      words = [*component, *steps]
      words.empty? ? 'the family' : words.join(', ')
    end

    private

    def steps
      path.each_with_index.filter_map do |key, index|
        next if HIDDEN.include?(key)
        next "#{SINGULAR[path[index - 1]]} #{called(key)}" if index.positive? && SINGULAR.key?(path[index - 1]) && !counted?(index)

        plain(key) unless SINGULAR.key?(key) && index < path.size - 1
      end
    end

    # The rows of a rule table have numbers, not names.
    def counted?(index) = path.first == 'rule_tables' && path[index - 1] == 'rows'

    # What stands in a form or on a drawing sheet has numbers, too.
    def called(key) = NUMBERED.include?(path.first) && key.match?(/\A\d+\z/) ? key.to_i + 1 : key

    # People count from 1.
    def plain(key) = key.match?(/\A\d+\z/) ? "no. #{key.to_i + 1}" : key.tr('_', ' ')
  end
end
