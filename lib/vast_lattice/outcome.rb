# frozen_string_literal: true

module VastLattice
  # What a plan yields for a pick: the value of every parameter, the state of every feature, who decided
  # each, and what is wrong. A pure function of the two.
  class Outcome
    include Lines
    include Shown

    attr_reader :plan, :pick, :values, :deciders, :limits

    # Resolves a FoundPick.
    def self.of(plan, pick)
      Watch.count(plan.points)
      new(plan, pick, plan.program.call(pick.overrides, pick.rows, pick.answers, pick.below))
    end

    # That of a Plan::Run, the same for all who share it.
    def self.of_run(run) = run.once { new(run.plan, run.pick, run.raw, run.call) }

    # The Plan::Run::Call that it comes from, as a component's; nil else.
    attr_reader :call

    # Whether it is a component's.
    def component? = !call.nil?

    def initialize(plan, pick, result, call = nil)
      @plan = plan
      @pick = pick
      @call = call
      @values, @deciders, @taken, @limits, @raw_findings, @raw_lines, @inside = result
      @raw_findings = heard(@raw_findings) if @inside
    end

    # The branch that was taken, by the number of the rule, and the rows that count, by that of the rule table; nil where
    # conditions are undefined.
    def branches = @branches ||= plan.bound.conditionals.map(&:index).zip(@taken).to_h

    # The value of a parameter or state, as the program holds it: Float in base units, true or false,
    # String. In a component (leg.height) it is a list where that has a pattern. Raises KeyError for an unknown name.
    def value(name)
      found = plan.symbols[name]
      found ? values[found.index] : inside(Name.read(name)) { |own, rest| own.value(rest) }
    end

    # The Outcome and the Target that a Target belongs to: of what is given, those of the first instance; nil where there is none.
    def home(target)
      return [self, target] unless target.given?

      *numbers, _last = target.port.steps
      inner = numbers.reduce(self) { |outcome, number| outcome&.placings&.at(number)&.instance }
      [inner, target.innermost]
    end

    # The value of a Target as it came out: of what is given, that within the component.
    def value_of(target)
      outcome, inner = home(target)
      outcome ? outcome.values[inner.index] : values[target.index]
    end

    # [least, most, step, choices] of a Target, nil where there is none.
    def limits_of(target)
      outcome, inner = home(target)
      outcome&.limits&.at(inner.index)
    end

    # Whether a parameter applies in this outcome; states always do.
    def applies?(target) = target.read? || Plan::Decider.decode(deciders[target.index]).first != :idle

    # :suppressed, :hidden, :shown, or :undefined where a condition of it is.
    def state(feature)
      at = plan.state_indexes[feature] || %w[built shown].map { |state| target("#{feature}.#{state}").index }
      built = values[at.first]
      return built.nil? ? :undefined : :suppressed unless built

      STATES.fetch(values[at.last])
    end

    STATES = { true => :shown, false => :hidden, nil => :undefined }.freeze
    private_constant :STATES

    # Who decides a name: a Decision. What is read of a component is decided by whoever gives it that, if anybody does.
    def decider(name)
      found = target(name)
      given = found.read? ? plan.symbols.given(name)&.then { |own| Decision.of(self, own) } : nil
      given.nil? || given.kind == :none ? Decision.of(self, found) : given
    end

    # Who decides the state of a feature as a whole: whoever suppressed it; else whoever hid it or, where
    # nothing decided that it is built, whoever shows it; else whoever built it.
    def state_decider(feature)
      built = decider("#{feature}.built")
      shown = value("#{feature}.built") && (value("#{feature}.shown") != true || built.kind == :default)
      shown ? decider("#{feature}.shown") : built
    end

    # How many instances of components are built in it, on all levels.
    def instances_in_all
      @instances_in_all ||= placings.select(&:built?).sum do |placing|
        placing.kinds.sum { |own, numbers| numbers.size * (1 + own.instances_in_all) }
      end
    end

    # Targets that a person overrides in the family itself.
    def overridden
      @overridden ||= plan.bound.overrides.map(&:target).uniq.select do |target|
        kind, number = Plan::Decider.decode(deciders[target.index])
        kind == :override && number.positive?
      end
    end

    # [least, most, step, choices] of a parameter, nil where there is none.
    def limit(name) = limits[target(name).index] || [nil, nil, nil, nil]

    # The reasons of one value or state, also in a component (leg.height): a Reason. Raises KeyError.
    def because(name) = Chain.new(self).reason(name)

    # What the components came to: Placings.
    def placings
      @placings ||= plan.family.components.zip(@inside || []).map { |component, inside| Placing.new(self, component, inside) }
    end

    # The Placing of a name, or nil.
    def placing(name) = placings.find { |own| own.name.casecmp?(name.to_s) }

    # All Findings of this outcome, worst first. A block tells of a name who decides it outside.
    def findings(&outside)
      return FindingWords.new(self, &outside).findings(@raw_findings) if outside

      @findings ||= FindingWords.new(self).findings(@raw_findings)
    end

    # Whether a rule outside and one of the family, or of a component, say different things.
    def disagrees? = @raw_findings.any? { |code, _| code == :disagree_outside } || built_outcomes.any?(&:disagrees?)

    # Whether it is wrong, as far as that can be told without wording it.
    def plainly_wrong?
      @raw_findings.any? { |code, _, level| code != :notice || level == :error } || built_outcomes.any?(&:plainly_wrong?)
    end

    # Whether this outcome finds the same as another one of the same pick, as far as that can be told without wording it.
    def finds_the_same?(other)
      @raw_findings == other.raw_findings && built_outcomes == other.built_outcomes && [plan, other.plan].all? do |own|
        own.errors.empty? && own.family.alternatives.empty?
      end
    end

    # Whether this outcome says the same as one of a plan with the same names, as far as that can be told at a glance.
    def says_the_same?(other) = values == other.values && @raw_lines == other.raw_lines && finds_the_same?(other)

    # What is written on drawing sheets, by the path to where it stands (Family::DrawingSheet#texts); nil where it is undefined.
    def sheet_texts = plan.sheet_texts.write(values)

    # Part number and other labels by pattern, by name; nil where one is undefined.
    def labels = @labels ||= written.slice(*plan.family.patterns.keys)

    # A label for people: "undefined" where it is, nothing where there is none of that name.
    def label(name) = labels.fetch(name, '') || Undefined::WORD

    # What the picked rows say in columns that decide nothing, by name: the texts as typed, a bare number with its unit, or what
    # rules write instead.
    def properties = said_by_rows.merge(written.except(*plan.family.patterns.keys).transform_values { |text| text || Undefined::WORD })

    def said_by_rows
      plan.family.variant_tables.flat_map do |table|
        row = row_of(table)
        table.columns.select(&:property?).map { |column| [column.target, with_unit(column, row&.cells&.fetch(column.target, '').to_s)] }
      end.to_h
    end

    def with_unit(column, text) = column.unit && text.match?(Formula::PLAIN_NUMBER) ? "#{text} #{column.unit}" : text

    def written = @written ||= plan.labels.write(values, plan.labels.by_rules? ? branches : {})
    private :said_by_rows, :with_unit, :written

    # Name of the row picked of a table, or nil.
    def row_name(table) = row_of(table)&.name

    # The row picked of a table, or nil.
    def row_of(table) = pick.rows[plan.family.tables.index(table)]&.then { |index| table.rows[index] }

    # What a rule or a rule table (as bound) says, as a Finding.
    def self.notice(source, level, text)
      Finding.new(code: level == :error ? :forbidden : :warned, level: level, wording: text, place: source.place,
                  advice: Wording[:said_by_source, source: source.title])
    end

    def target(name)
      plan.symbols[name] || plan.symbols.given(name) || raise(KeyError, "no parameter or state named #{name}")
    end

    # Equal in everything that the pick decides.
    def ==(other)
      return true if equal?(other)

      other.is_a?(Outcome) && [values, deciders, limits, findings] == [other.values, other.deciders, other.limits, other.findings] &&
        placings.map(&:instances) == other.placings.map(&:instances)
    end

    # Of what is given to a component that is not built, nothing is told.
    def heard(raw)
      raw.reject do |code, index|
        target = index.is_a?(Integer) && OF_COMPONENTS.include?(code) ? plan.targets[index] : nil
        target&.subject.is_a?(Family::Component) && values[plan.state_indexes[target.subject.name].first] == false
      end
    end

    OF_COMPONENTS = %i[undefined undefined_count impossible_count parted_count too_many undefined_skip].freeze
    private_constant :OF_COMPONENTS
    private :heard

    # What the block gives of each instance of a component and the rest of a path.
    def inside(path)
      placing = path.rest && placing(path.first)
      raise KeyError, "no parameter or state named #{path}" unless placing

      found = placing.instances.map { |_, own| yield own, path.rest.to_s }
      placing.many? ? found.flatten(1) : found.first
    end
    private :inside

    protected

    attr_reader :raw_findings, :raw_lines

    # Outcomes of components that are built, each different one once.
    def built_outcomes = placings.select(&:built?).flat_map { |placing| placing.instances.map(&:last) }.uniq(&:call)
  end
end
