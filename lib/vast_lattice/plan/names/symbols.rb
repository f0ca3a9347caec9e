# frozen_string_literal: true

module VastLattice
  class Plan
    # The names of a family: a Target for every parameter, for the two states of every feature and part, for the
    # material, colour and finish of every part ("frame.material") and for the row picked of every table ("size.row"); for the
    # states and the count of every component, and for what is decided and read in it ("leg.height").
    class Symbols
      # What the number of an instance is called in formulas.
      INDEX = 'index'

      # +ports+ are what is read of components and decided in them.
      attr_reader :targets, :findings, :scope, :lists, :placed, :reads, :ports

      # +placed+ are the components: Placed; +also+ other texts that may read in them.
      def initialize(family, placed = Placed.new(family, Library.none), also: [])
        @family = family
        @placed = placed
        @findings = placed.findings.dup
        @targets = []
        family.parameters.each { |parameter| add_parameter(parameter) }
        family.parts.each { |part| add_part(part) }
        family.variant_tables.each { |table| add_row(table) }
        family.components.each { |component| add_component(component) }
        refuse_doubles
        @own = by_name(@targets)
        add_ports(@ports = Ports.new(family, placed, also))
        @lists = ColumnLists.new(family) { |column| column_type(column) }
        @scope = made_scope
      end

      # What is measured on the finished shape: Measured values. Most families need none of them.
      def measured = @measured ||= Measured.all(@family, @targets.size + 1, @own.merge(@reads), currency)

      # The Measured of a number, or of a Formula::Variable; nil where that is none.
      def measured_at(index) = index > @targets.size ? measured[index - @targets.size - 1] : nil
      def measured_by(variable) = measured_at(variable.index)

      # Whether a Typed tree uses what is measured.
      def late?(typed) = typed.variables.any? { |variable| variable.index > @targets.size }

      # The scope of what may be known late, such as prices.
      def late_scope = @late_scope ||= Formula::Scope.new([*@targets, *measured].map(&:variable), @lists)

      # The names of a family that differs in cells of tables alone, or in what its components are within.
      def following(family, placed) = dup.tap { |copy| copy.follow(family, placed) }

      # The scope of a feature's dimensions: one name more, the number of the instance in a pattern.
      def instance_scope
        @instance_scope ||= if own(INDEX)
                              scope
                            else
                              scope.with(Formula::Variable.new(name: INDEX, type: Formula::NUMBER,
                                                               index: @targets.size))
                            end
      end

      # Type and Unit of a table's column: its own where it is a property, else those of its target.
      def column_type(column)
        target = decided(column.target)
        return [target ? target.type : Formula::TEXT, own_unit(column) || target&.unit || Units::PLAIN] unless column.property?

        unit = own_unit(column) || Units::PLAIN
        [{ 'number' => Formula::Type.number(unit.dimension), 'count' => Formula::NUMBER, 'yes_no' => Formula::BOOLEAN }
          .fetch(column.kind, Formula::TEXT), unit]
      end

      # The Target of that Name, or of its text, or nil: of the family itself, or read of a component.
      def [](name) = (key = name.to_s.downcase) && (@own[key] || @reads[key])

      # The Target of the family itself, or nil.
      def own(name) = @own[name.to_s.downcase]

      # The Target that is decided by that name: of the family itself, or given to a component.
      def decided(name) = (key = name.to_s.downcase) && (@own[key] || @gives[key])

      # The Target that is given to a component, or nil.
      def given(name) = @gives[name.to_s.downcase]

      # What is given to a component, by its number.
      def given_to(number) = @gives.each_value.select { |target| target.port.component == number }

      # The dimension of prices, where the family has one currency.
      def currency = @family.currency.empty? || !Units.unit?(@family.currency) ? nil : Units[@family.currency]

      def parameter_names = @targets.select(&:value?).map(&:name)

      # What rules may narrow, and what rules and columns may decide.
      def offerable_names = names(:value, :row)
      def column_names = names(:value, :built, :shown, :material, :colour, :finish, :given)
      # What can be answered in components.
      def answerable_names = @gives.each_value.select(&:answerable?).map(&:name)

      # What stands for the picked row of each table.
      def row_names = names(:row)

      # Names of labels, and of properties of rows.
      def label_names = @family.patterns.keys + @family.variant_tables.flat_map(&:columns).select(&:property?).map(&:target)

      # Properties of variant tables that formulas may use, as the row picked has them: [name, Family::Table, column, Type, Unit].
      def properties
        @family.variant_tables.flat_map do |table|
          table.columns.select { |column| column.property? && column.kind != 'display_unit' }
               .map { |column| [Name.of(table.name, column.target).to_s, table, column, *column_type(column)] }
        end
      end

      # All that formulas of the family itself may name.
      def usable_names = (@targets + measured).map(&:name) + properties.map(&:first)

      # Type and Unit of a name: of a Target, or of a property as the row picked has it; nil where there is none.
      def type_and_unit(name)
        target = self[name]
        target ? [target.type, target.unit] : properties.find { |own, *| own.casecmp?(name.to_s) }&.last(2)
      end

      def feature_names = @family.features.map(&:name)

      protected

      def follow(family, placed)
        @placed = placed
        @instance_scope = @late_scope = nil
        # Trees that were read know lists by their numbers.
        @lists = ColumnLists.new(family) { |column| column_type(column) } unless family.equal?(@family)
        @family = family
        @scope = made_scope
      end

      private

      def by_name(targets) = targets.to_h { |target| [target.name.downcase, target] }

      def made_scope
        readable = @placed.all.any? ? @targets.reject(&:given?) : @targets
        Formula::Scope.new(readable.map(&:variable), @lists, later: OutOfReach.new(self).method(:why))
      end

      def add_component(component)
        place = Place.at('components', component.name)
        add_states(component, place)
        add(Name.of(component.name, 'count'), :count, Formula::NUMBER, component, Units::PLAIN, place) if component.pattern
      end

      # What is decided in components comes before what is read of them.
      def add_ports(ports)
        @gives = by_name(ports.gives.values.map { |inlet| add_port(:given, inlet.target.type, inlet.target, inlet) })
        @reads = by_name(ports.reads.values.map { |outlets| add_port(:read, outlets.first.type, outlets.first.target, outlets) })
      end

      def add_port(kind, type, target, port)
        name = Name.read(port.is_a?(Array) ? port.first.name : port.name)
        component = @placed.all[port.is_a?(Array) ? port.first.component : port.component].component
        push(path: name, kind: kind, type: type, subject: component, unit: target.unit, place: Place.at('components', component.name),
             port: port)
      end

      def add_parameter(parameter)
        place = Place.at('parameters', parameter.name)
        unit = unit_of(parameter, place)
        add(Name.of(parameter.name), :value, type_of(parameter, unit, place), parameter, unit, place)
        return unless Formula::Lexer::KEYWORDS.include?(parameter.name.downcase)

        find(:reserved_name, Wording[:parameter_is_a_word_of_the_formula, parameter: parameter.name], place, Wording[:choose_another_name])
      end

      def names(*kinds) = @targets.select { |target| kinds.include?(target.kind) }.map(&:name)

      def add_part(part)
        add_states(part, Place.at('parts', part.name))
        part.features.each { |feature| add_states(feature, Place.at('parts', part.name, 'features', feature.name)) }
        add(Name.of(part.name, 'material'), :material, material_type, part, Units::PLAIN, Place.at('parts', part.name, 'material'))
        add(Name.of(part.name, 'colour'), :colour, colour_type, part, Units::PLAIN, Place.at('parts', part.name, 'colour'))
        return if part.finish.empty?

        add(Name.of(part.name, 'finish'), :finish, Formula::TEXT, part, Units::PLAIN, Place.at('parts', part.name, 'finish'))
      end

      def colour_type = @colour_type ||= Formula::Type.text(words: @family.known_colours)
      def material_type = @material_type ||= Formula::Type.text(@family.material_names, words: @family.known_materials)

      def add_row(table)
        add(Name.of(table.name, 'row'), :row, Formula::Type.text(table.rows.map(&:name)), table, Units::PLAIN,
            Place.at('tables', table.name))
      end

      def add_states(subject, place)
        %i[built shown].each { |state| add(Name.of(subject.name, state), state, Formula::BOOLEAN, subject, Units::PLAIN, place) }
      end

      def add(path, kind, type, subject, unit, place) = push(path: path, kind: kind, type: type, subject: subject, unit: unit, place: place)

      def push(**fields)
        @targets << Target.new(index: @targets.size, **fields)
        @targets.last
      end

      # The unit of a column, or nil where it has none that exists.
      def own_unit(column)
        Units[column.unit] if column.unit && Units.unit?(column.unit)
      end

      def unit_of(parameter, place)
        Units[parameter.unit]
      rescue Units::Error => e
        find(:unknown_unit, e.wording, Place.at(*place.path, 'unit'), e.advice)
        Units::PLAIN
      end

      def type_of(parameter, unit, place)
        case parameter.kind
        when 'number' then Formula::Type.number(unit.dimension)
        when 'count' then Formula::NUMBER
        when 'yes_no' then Formula::BOOLEAN
        when 'choice' then choice_type(parameter, unit, place)
        else Formula::TEXT
        end
      end

      def choice_type(parameter, unit, place)
        without = Wording[:parameter_is_a_choice_without_choices, parameter: parameter.name]
        find(:missing_choices, without, place, Wording[:list_at_least_one]) if parameter.choices.empty?
        parameter.numeric_choice? ? Formula::Type.number(unit.dimension) : Formula::Type.text(parameter.choices)
      end

      # Parameters, parts, features and tables share one space of names, because formulas reach into them.
      def refuse_doubles
        named_things.group_by { |name, _| name.downcase }.each_value do |same|
          next if same.size < 2

          find(:duplicate_name, Wording[:the_name_same_is_used_twice, same: same[1].first], same[1].last,
               Wording[:names_must_differ_in_more_than_case])
        end
      end

      def named_things
        features = @targets.select { |target| target.kind == :built && target.subject.is_a?(Family::Feature) }.map { |target| [target.subject.name, target.place] }
        listed('parameters') + listed('parts') + listed('components') + features + listed('tables')
      end

      # Names of a list of the family, each with its place.
      def listed(list) = @family.public_send(list).map { |item| [item.name, Place.at(list, item.name)] }

      def find(code, message, place, remedy)
        @findings << Finding.new(code: code, level: :error, wording: message, place: place, advice: remedy)
      end
    end
  end
end
