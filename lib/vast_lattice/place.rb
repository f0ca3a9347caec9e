# frozen_string_literal: true

module VastLattice
  # Where in a family something is: a path of keys and names, as in the family file, and perhaps a Span
  # within the text that is written there.
  #
  #   Place.new(path: %w[parameters length formula], span: span).to_s  # "parameter length, formula"
  class Place < Value.with(:path, span: nil)
    SINGULAR = { 'parameters' => 'parameter', 'parts' => 'part', 'features' => 'feature', 'tables' => 'table',
                 'rows' => 'row', 'rules' => 'rule', 'forms' => 'form', 'cells' => 'column' }.freeze
    HIDDEN = %w[dimensions].freeze

    def self.at(*path, span: nil) = new(path: path.map(&:to_s), span: span)

    # Readable text, outermost first.
    def to_s
      words = []
      path.each_with_index do |key, index|
        next if HIDDEN.include?(key)

        named = SINGULAR.key?(path[index - 1]) && index.positive?
        named ? words << "#{SINGULAR[path[index - 1]]} #{key}" : (words << plain(key) unless SINGULAR.key?(key))
      end
      words.empty? ? 'the family' : words.join(', ')
    end

    private

    # People count from 1.
    def plain(key) = key.match?(/\A\d+\z/) ? "no. #{key.to_i + 1}" : key.tr('_', ' ')
  end
end
