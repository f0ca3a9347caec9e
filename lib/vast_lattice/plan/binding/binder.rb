# frozen_string_literal: true

module VastLattice
  class Plan
    # Reads every text of a family and yields a Bound::Family; what cannot be read becomes a finding of
    # the reader.
    class Binder
      # +before+ is the Plan of an earlier family, whose readings of table cells are taken over where they hold.
      def initialize(family, reader, before: nil)
        @family = family
        @before = before
        @reader = reader
        @symbols = reader.symbols
      end

      def bind
        check_alternatives
        Bound::Family.new(targets: @symbols.targets, items: @symbols.targets.map { |target| item(target) },
                          **bound_rules, tables: tables, stocks: shapes.stocks, shapes: shapes.features, patterns: patterns,
                          rule_tables: rule_tables, overrides: OverrideBinder.new(@family, @reader).bind, opted_out: opted_out,
                          sheet_texts: sheet_texts,
                          components: components.bind)
      end

      # The tables alone.
      def tables
        same_names = @before && @family.parameters.equal?(@before.family.parameters) && @family.components.empty?
        bound = @family.tables.each_with_index.map do |table, index|
          known = @before&.bound&.tables&.find { |other| other.table.name == table.name }
          TableBinder.new(table, index, @reader, known: known, same_names: same_names).bind
        end
        refuse_two_tables(bound)
        bound
      end

      private

      def components = @components ||= ComponentBinder.new(@family, @reader)

      def patterns = @family.patterns.map { |name, text| LabelPattern.read(name, text, @reader) }

      # What is written on drawing sheets, each called by the path to where it stands.
      def sheet_texts
        @family.drawing_sheets.flat_map do |sheet|
          sheet.texts.map do |path, text|
            LabelPattern.read([sheet.name, *path], text, @reader, Place.at('drawing_sheets', sheet.name, *path))
          end
        end
      end

      def shapes = @shapes ||= ShapeBinder.new(@family, @reader).bind

      def item(target)
        case target.kind
        when :value then parameter(target)
        when :material then material(target)
        when :colour, :finish
          Bound::Attribute.new(target: target, default: @reader.entry(target.subject.public_send(target.kind), target, target.place))
        when :given then Bound::Supplied.new(target: target, own: components.given(target))
        when :read then Bound::Read.new(target: target)
        when :count then Bound::Count.new(target: target, component: components.bind.find { |one| one.component.equal?(target.subject) })
        when :row then Bound::PickedRow.new(target: target, choices: target.type.choices)
        else state(target)
        end
      end

      # What the part says itself; an unknown material is told by the ShapeBinder.
      def material(target)
        known = @family.material(target.subject.material) ? target.subject.material.downcase : @family.material_names.first
        Bound::Attribute.new(target: target, default: @reader.entry(known, target, target.place))
      end

      def parameter(target)
        own = target.subject
        typed = %i[formula default least most step].to_h { |field| [field, own_entry(target, field)] }
        typed.delete(:default) if own.computed?
        Bound::Parameter.new(target: target, choices: choices(target), applies: applies(target), **typed)
      end

      def applies(target)
        text = target.subject.applies_when
        @reader.condition(text, Place.at(*target.place.path, 'applies_when')) if text && !text.strip.empty?
      end

      def own_entry(target, field)
        text = target.subject.public_send(field)
        return if text.nil? || (text.empty? && !target.type.text?)

        place = Place.at(*target.place.path, field)
        if %i[least most step].include?(field) && !target.type.number?
          return @reader.error(:not_a_number, Wording[:target_is_type, target: target.name, type: target.type], place,
                               Wording[:only_numbers_have_limits_and_steps])
        end

        field == :formula ? formula(text, target, place) : @reader.entry(text, target, place)
      end

      # A computed parameter's formula is always a formula, also for a text.
      def formula(text, target, place)
        text = "=#{text}" if target.type.text? && !text.start_with?('=')
        @reader.entry(text, target, place)
      end

      def choices(target)
        return unless target.subject.kind == 'choice'

        place = Place.at(*target.place.path, 'choices')
        target.subject.choices.filter_map { |text| target.type.text? ? text : @reader.constant(text, target, place) }
      end

      def state(target)
        check_parent(target) if target.kind == :built
        field = { built: :built_when, shown: :shown_when }.fetch(target.kind)
        text = target.subject.public_send(field)
        condition = @reader.condition(text, Place.at(*target.place.path, field)) if text && !text.strip.empty?
        Bound::State.new(target: target, condition: condition)
      end

      def check_parent(target)
        parent = target.subject.on if target.subject.is_a?(Family::Feature)
        @reader.state(parent, :built, Place.at(*target.place.path, 'on')) if parent && !parent.empty?
      end

      def check_alternatives
        @family.alternatives.each do |group|
          group.features.each { |feature| @reader.state(feature, :built, Place.at('alternatives', group.name)) }
        end
      end

      def rules
        refuse_doubles(@family.rules + @family.rule_tables, 'rules', 'rule')
        @family.rules.each_with_index.map { |rule, index| bind_rule(rule, index) if @family.on?(rule) }.compact
      end

      def rule_tables
        @family.rule_tables.each_with_index.filter_map do |table, index|
          next unless @family.on?(table)

          RuleTableBinder.new(table, @family.rules.size + index, @reader).bind&.with(except: opt_outs.rows_of(table.set))
        end
      end

      # {name of a part or feature => sets of rules that it opts out of}
      def opted_out
        return {} if @family.opt_outs.empty?

        (@family.parts + @family.features).to_h { |item| [item.name.downcase, @family.opted_out(item.name).map(&:set)] }
      end

      def opt_outs = @opt_outs ||= OptOutBinder.new(@family, @reader)

      # Those that can run at once, with the base price, and those that wait for the shape.
      def bound_rules
        late, early = rules.partition(&:late)
        { rules: early + [base_price].compact, late_rules: late }
      end

      # The base price as a rule that always applies.
      def base_price
        return if @family.base_price.strip.empty?

        place = Place.at('base_price')
        amount = @reader.within(place) { Money.read(@reader, @family.base_price, nil, place) } or return
        line = Consequence::Line.new(list: 'price', text: 'Base price', amount: amount, place: place, late: @symbols.late?(amount))
        always = Formula::Typed.new(kind: :boolean, type: Formula::BOOLEAN, span: Formula::Span.new(start: 0, length: 0), data: true)
        Bound::Rule.new(index: @family.rules.size + @family.rule_tables.size, rule: Family::Rule.new(name: 'Base price'),
                        conditions: [always], consequences: [[line], []])
      end

      def bind_rule(rule, index)
        place = Place.at('rules', rule.name)
        conditions = rule.branches.each_with_index.map do |branch, at|
          @reader.late_condition(branch.condition, Place.at(*place.path, *rule.condition_path(at)))
        end
        consequences = [*rule.branches.map(&:effects), rule.otherwise].each_with_index.map do |effects, at|
          bind_effects(effects, Place.at(*place.path, *effects_path(rule, at)))
        end
        return if conditions.any?(&:nil?)

        late = conditions.any? { |condition| @symbols.late?(condition) }
        refuse_late(rule, place, consequences) if late
        Bound::Rule.new(index: index, rule: rule, conditions: conditions, consequences: consequences, late: late,
                        except: opt_outs.rows_of(rule.set))
      end

      # What waits for the shape cannot decide it.
      def refuse_late(rule, place, consequences)
        early = consequences.flatten.find do |item|
          [Consequence::Decision, Consequence::Limit, Consequence::Offer].include?(item.class)
        end or return
        @reader.error(:too_late, Wording[:rule_rule_depends_on_what_is_measured, rule: rule.name, target: early.target.name], place,
                      Wording[:let_it_forbid_warn_or_add])
      end

      def effects_path(rule, at)
        return ['otherwise'] if at == rule.branches.size

        at.zero? ? ['then'] : ['else_when', at - 1, 'then']
      end

      def bind_effects(effects, place)
        found = effects.each_with_index.flat_map do |effect, index|
          reached(effect).flat_map { |one| bind_effect(one, Place.at(*place.path, index)) }
        end
        @reader.decided_once(found, place)
        found
      end

      # An effect that reaches many components, as one for each of them.
      def reached(effect)
        return [effect] if effect.message? || @symbols.placed.all.empty?

        return [effect] unless Family::EFFECTS.key?(effect.kind) && @symbols.placed.selects?(Name.read(effect.target))

        more = Family::EFFECTS.fetch(effect.kind).decided(effect.target).first.to_s.delete_prefix(effect.target)
        found = @symbols.placed.selected(Name.read("#{effect.target}#{more}"), :inlet)
        found.empty? ? [effect] : found.map { |name| effect.with(target: name.to_s.delete_suffix(more)) }
      end

      def bind_effect(effect, place)
        Family::EFFECTS.fetch(effect.kind).consequences(effect, @reader, place)
      rescue Registry::Unknown => e
        @reader.error(:unknown_kind, e.wording, place, e.advice)
        []
      end

      def refuse_two_tables(bound)
        bound.flat_map(&:columns).group_by { |column| column.target.index }.each_value do |same|
          next if same.size < 2 || same.map(&:table).uniq.size < 2

          @reader.error(:decided_twice, Wording[:target_is_a_column_of_two_tables, target: same.first.target.name],
                        Place.at('tables', @family.tables[same[1].table].name), Wording[:remove_it_from_one_of_them])
        end
      end

      def refuse_doubles(list, key, kind)
        list.group_by { |item| item.name.downcase }.each_value do |same|
          next if same.size < 2

          @reader.error(:duplicate_name, Wording[:the_kind_same_stands_here_twice, kind: kind, same: same[1].name],
                        Place.at(key, same[1].name), Wording[:rename_one_of_them])
        end
      end
    end
  end
end
