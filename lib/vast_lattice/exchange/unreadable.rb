# frozen_string_literal: true

module VastLattice
  module Exchange
    # A file that cannot be taken: +problems+ lists all that is wrong with it.
    class Unreadable < Error
      # One thing that is wrong: in which +sheet+ and +cell+ (nil for the file as a whole), what, and what to do.
      class Problem < Value.with(:message, remedy: nil, sheet: nil, cell: nil)
        # "sheet size, cell C4: …"
        def to_s = [place && "#{place}:", message, remedy].compact.join(' ')
        def place = [sheet && "sheet #{sheet}", cell && "cell #{cell}"].compact.join(', ').then { |text| text.empty? ? nil : text }
        def to_tree = { 'sheet' => sheet, 'cell' => cell, 'message' => message, 'remedy' => remedy, 'text' => to_s }.compact
      end

      attr_reader :problems

      def initialize(problems)
        @problems = problems
        super([Wording[:the_file_cannot_be_taken_nothing_was], *problems.first(5)].join("\n"))
      end

      def to_tree = super.merge('message' => message.lines.first.strip, 'problems' => problems.map(&:to_tree))

      # An error with one problem.
      def self.because(message, remedy: nil, **place) = new([Problem.new(message: message, remedy: remedy, **place)])
    end
  end
end
