# frozen_string_literal: true

module VastLattice
  # A family compiled: its texts read, names found, dimensions checked, everything ordered and turned
  # into one lambda. A family with errors still gives a plan, which holds the findings but cannot run.
  class Plan
    # Solids, pictures and meshes that a plan remembers.
    REMEMBERED = 16

    # The plan cannot run, because the family has errors.
    class Broken < Error; end

    attr_reader :family, :symbols, :bound, :findings, :program, :shape_program, :labels, :memo

    # Compiles a family.
    def self.of(family) = new(family)

    def initialize(family)
      @family = family
      @memo = Memo.new(REMEMBERED)
      @symbols = Symbols.new(family)
      reader = Reader.new(@symbols)
      @bound = Binder.new(family, reader).bind
      found = @symbols.findings + reader.findings
      compile(found) if found.none?(&:error?)
      found += form_findings(reader) + Advice.new(@bound, family, lists).findings
      @findings = (found + @cyclic.to_a).uniq.sort_by { |finding| Finding::LEVELS.index(finding.level) }.freeze
      freeze
    end

    def targets = bound.targets

    # Values of the table columns that formulas use as lists.
    def lists = symbols.lists.values

    # Short: a plan holds a whole family.
    def inspect = "#<#{self.class} of #{family.name}#{', with errors' unless runnable?}>"

    # Whether outcomes can be had.
    def runnable? = !program.nil?

    def errors = findings.select(&:error?)

    # The outcome for a Pick. Raises Broken, or PickError for a pick that does not fit the family.
    def outcome(pick = Pick.new)
      ensure_runnable
      Outcome.of(self, PickReader.new(self).read(pick))
    end

    # Raises Broken if the family has errors.
    def ensure_runnable
      return if runnable?

      raise Broken.new("The family #{family.name} has errors: #{errors.first}", remedy: 'Mend them first.')
    end

    private

    def compile(found)
      order = Order.new(bound)
      if order.cycle
        @cyclic = [cycle_finding(order.cycle)]
        return
      end
      return if found.any?(&:error?)

      @program = Program.new(bound, order, lists)
      @shape_program = ShapeProgram.new(bound, lists)
      @labels = Labels.new(bound.patterns, targets, lists)
    end

    def cycle_finding(names)
      target = symbols[names.find { |name| symbols[name] }]
      Finding.new(code: :cycle, level: :error, place: target&.place, remedy: 'Break the circle at one of them.',
                  message: "These depend on each other in a circle: #{names.join(' → ')}.")
    end

    def form_findings(reader) = FormBinder.new(family, reader).findings
  end
end
