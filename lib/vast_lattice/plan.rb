# frozen_string_literal: true

module VastLattice
  # A family compiled: its texts read, names found, dimensions checked, everything ordered and turned
  # into one lambda. A family with errors still gives a plan, which holds the findings but cannot run.
  class Plan
    include TakenOver

    # Kinds of Source by name.
    SOURCES = Registry.new('source')

    # The plan cannot run, because the family has errors.
    class Broken < Error; end

    # +late_program+ is nil where nothing waits for the shape, +form_program+ where no form has conditions; +decisive+ are the
    # indexes of the targets whose values decide solids and masses. What follows from it is remembered (Memory) under its +mark+; its
    # solids under the +shape_mark+, masses and sizes under the +figure_mark+, which plans of other editions share where these stay.
    attr_reader :family, :symbols, :bound, :findings, :program, :shape_program, :late_program, :form_program, :labels, :sheet_texts,
                :state_indexes, :decisive, :placed, :influence, :nothing, :default_rows, :place_program,
                :mark, :shape_mark, :figure_mark

    # {index of a target => its Sourced}, of values that come from registered sources; +outside+ lists their values by target.
    attr_reader :sourced, :outside

    # {form => its FormFields}
    attr_reader :form_fields

    # Compiles a family. +before+, the Plan of an earlier edition of it, makes it quicker and changes nothing else. Its components
    # are found in the +library+: without one, as they were before.
    def self.of(family, before: nil, library: before ? before.placed.library : Library.none) = new(family, before, library)

    # +also+ are texts that are no part of the family and may read in its components, too.
    def initialize(family, before = nil, library = Library.none, also = [])
      @family = family
      @also = also
      @placed = Placed.new(family, library)
      @influence = Influence.new(self)
      found = bind(family, before)
      marked(before)
      @nothing = Array.new(targets.size).freeze
      found += take_from_sources
      @default_rows = default_rows_of_tables
      @state_indexes = indexes_of_states
      compile(found)
      forms = read_forms
      found += forms.findings + Advice.new(@bound, family, lists, more: forms.trees).findings
      @price = Priced.target(self)
      @display = Units::Display[family.display] || Units::Display::AS_SET
      @display_columns = columns_of_units
      @findings = (found + @cyclic.to_a).uniq.sort_by { |finding| Finding::LEVELS.index(finding.level) }.freeze
      freeze
    end

    # In which units amounts are shown, unless something else says so: a Units::Display. And pairs of a table and a column that tells
    # a unit for the variants of its rows.
    attr_reader :display, :display_columns

    # A plan of the same family that can compute another +text+, too, whatever that reads in components.
    def reading(text)
      text = text.to_s
      placed.all.any? && Ports.more?(text, symbols, placed) ? Plan.new(family, nil, placed.library, [text]) : self
    end

    # Whether another one says the same: compiled from the same family, with the same of what it places and from outside.
    def ==(other)
      return true if equal?(other)

      other.is_a?(Plan) && family == other.family && outside == other.outside && placed.all.map(&:plan) == other.placed.all.map(&:plan)
    end
    alias eql? ==
    def hash = family.name.hash

    def targets = bound.targets

    # What one outcome takes, in points of Watch, without the filters of its formulas.
    def points = 5 + (targets.size / 6)

    # The Outlet by which a parent reads something here, by Name; nil where there is none.
    def outlet(name)
      own = symbols.own(name) || (@price if name.key == Priced::NAME)
      own ? Outlet.new(steps: [], target: own, name: own.name) : placed.outlet(name)
    end

    # The Plan and the Target of a family that a Target belongs to: of what is given, those within the component.
    def home(target)
      return [self, target] unless target.given?

      inner = target.port.steps[0..-2].reduce(self) { |plan, number| plan.placed.all[number].plan }
      [inner, target.innermost]
    end

    # Pairs that may run into each other, with those of all components: Family::Allowances by paths from here.
    def allowances
      inner = placed.all.select(&:plan).flat_map { |one| one.plan.allowances.map { |own| own.within(one.name) } }
      @family.allowances + inner
    end

    # The Inlet by which a parent decides something here, by Name; nil where there is none.
    def inlet(name)
      own = symbols.decided(name)
      return placed.inlet(name) unless own

      Inlet.new(steps: [own.index], target: own.innermost, name: own.name) if own.given? || Placed::DECIDED.include?(own.kind)
    end

    # What comes of it where a parent gives Given::Items: a Run. Equal calls share one.
    def run(items)
      call = Run::Call.new(mark, items)
      Memory.here.runs.fetch(call) { Run.of(self, call) }
    end

    # Values of the table columns that formulas use as lists.
    def lists = symbols.lists.values

    # Short: a plan holds a whole family.
    def inspect = "#<#{self.class} of #{family.name}#{', with errors' unless runnable?}>"

    # Whether outcomes can be had.
    def runnable? = !program.nil?

    def errors = findings.select(&:error?)

    # Errors that keep the plan from running: all but those of single cells, which concern their row only.
    def breaking = errors.reject { |finding| finding.place&.cell? }

    # The outcome for a Pick. Raises Broken, or PickError for a pick that does not fit the family.
    def outcome(pick = Pick.new)
      ensure_runnable
      Outcome.of(self, PickReader.new(self).read(pick))
    end

    # The outcome for rows alone, given as their numbers by table (nil where none is picked), with values that are +insisted+ on
    # as by a person, as the program holds them, by name. Raises Broken.
    def outcome_at(rows, insisted = {})
      ensure_runnable
      nothing = @nothing
      overrides = insisted.empty? ? nothing : nothing.dup
      insisted.each { |name, value| overrides[symbols[name].index] = value }
      Outcome.of(self, FoundPick.new(rows: rows, answers: @outside, overrides: overrides, pick: nil))
    end

    # Raises Broken if the family has errors.
    def ensure_runnable
      return if runnable?

      raise Broken.new(Wording[:the_family_family_has_errors_breaking, family: family.name, breaking: breaking.first],
                       remedy: Wording[:mend_them_first])
    end

    private

    # What is wrong with what is taken from sources.
    def take_from_sources
      sources = SourceReader.new(family, Reader.new(symbols))
      @sourced = sources.values.freeze
      @outside = sourced.empty? ? @nothing : @nothing.dup.tap { |all| sourced.each { |index, own| all[index] = own.value } }.freeze
      sources.findings
    end

    def columns_of_units
      family.variant_tables.flat_map do |table|
        table.columns.select { |column| column.kind == 'display_unit' }.map { |column| [table, column] }
      end
    end

    def default_rows_of_tables = bound.tables.map { |one| one.table.lookup? ? nil : one.table.default_row_index }.freeze

    def marked(before)
      @mark = Memory.mark
      same = before && same_shapes?(before.family)
      @shape_mark = same ? before.shape_mark : @mark
      # Shapes may be given by lists, which an edit of a cell changes.
      @figure_mark = same && lists == before.lists ? before.figure_mark : @mark
    end

    # {name of a part, feature or component => indexes of its states built and shown}
    def indexes_of_states
      (family.parts + family.features + family.components).to_h do |item|
        [item.name, %w[built shown].map { |state| symbols["#{item.name}.#{state}"].index }]
      end
    end

    # Indexes of all states and of what parts are made of.
    def indexes_of_looks
      @state_indexes.values.flatten + family.parts.map { |part| symbols["#{part.name}.material"].index }
    end

    def compile(found)
      if found.any? { |finding| finding.error? && !finding.place&.cell? }
        @cyclic = told_circles(Order.new(bound, placed))
        return
      end

      circles = CellCircles.new(bound, placed)
      order = circles.order
      @cyclic = order.circles.any? ? told_circles(order) : circles.findings
      return if order.circles.any?

      @bound = circles.bound
      compile_programs(circles.order)
    end

    def compile_programs(order)
      @program = Program.new(bound, order, lists, placed)
      @shape_program = ShapeProgram.new(bound, lists)
      @place_program = PlaceProgram.new(bound, lists) if bound.components.any?
      @late_program = LateProgram.new(bound, symbols, lists) if bound.late.any?
      @decisive = (@shape_program.uses | indexes_of_looks).freeze
      @labels = Labels.new(bound.patterns, targets, lists, said: bound.labels)
      @sheet_texts = Labels.new(bound.sheet_texts, targets, lists)
    end

    def told_circles(order) = order.circles.map { |circle| cycle_finding(order.cycle(circle)) }

    def cycle_finding(names)
      target = symbols[names.find { |name| symbols[name] }]
      Finding.new(code: :cycle, level: :error, place: target&.place, advice: Wording[:break_the_circle_at_one_of_them],
                  wording: Wording[:these_depend_on_each_other, names: names.join(' → ')])
    end

    # The FormBinder that read the forms.
    def read_forms
      forms = FormBinder.new(family, Reader.new(symbols), bound, lists)
      @form_fields = forms.fields
      @form_program = FormProgram.new(forms.conditions, forms.fields, lists) if forms.trees.any?
      forms
    end

    # Reads the family; returns what is wrong with it. Where only cells differ from the plan +before+, or what its components are
    # within, everything else is taken from there.
    def bind(family, before)
      followed = before if before&.runnable? && (cells_alone?(before, family) || inside_alone?(before, family))
      @symbols = followed ? followed.symbols.following(family, placed) : Symbols.new(family, placed, also: @also)
      reader = Reader.new(@symbols)
      binder = Binder.new(family, reader, before: before)
      @bound = followed ? followed.bound.with(tables: binder.tables) : binder.bind
      cells, others = (@symbols.findings + reader.findings).partition { |finding| finding.place&.cell? }
      @settled = followed ? followed.settled : others
      @settled + cells
    end

    protected

    # What is wrong with all but the cells.
    attr_reader :settled
  end
end
