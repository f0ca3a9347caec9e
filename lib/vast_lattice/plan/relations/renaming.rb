# frozen_string_literal: true

module VastLattice
  class Plan
    # Lets what an edit renames follow in families that use the family: as a component's path (leg.height), by its kind or role
    # (kind.support_leg.height), in what a component is given, and as the family of a component.
    class Renaming
      # Edits that rename, with what they make of a path within the family; nil where it stays as it is.
      PATHS = {
        'rename_parameter' => ->(path, edit) { [edit['to'], *path.segments.drop(1)] if path.of?(edit['name']) && path.segments.one? },
        'rename_feature' => ->(path, edit) { path.under(edit['to']).segments if path.of?(edit['name']) },
        'rename_part' => ->(path, edit) { path.under(edit['to']).segments if path.of?(edit['name']) },
        'rename_component' => ->(path, edit) { path.under(edit['to']).segments if path.of?(edit['name']) },
        'rename_table' => ->(path, edit) { path.under(edit['to']).segments if path.of?(edit['name']) && path.segments.size > 1 },
        'rename_property' => lambda do |path, edit|
          [path.first, edit['to']] if path.of?(edit['table']) && path.segments.size == 2 && path.last.casecmp?(edit['name'])
        end
      }.freeze

      # What becomes of a family that uses the one that +edits+ (in plain form) change: a function from its Plan before, and the name
      # of the changed one, to the family after.
      def self.of(edits) = ->(plan, name) { followed(plan, name, edits.map { |edit| Family::Edits.typed(edit) }) }

      # The family of a Plan after +edits+ (in plain form) of the family called +name+ that it uses; the plan knows the families as
      # they were before.
      def self.followed(plan, name, edits)
        edits.reduce([based(plan.family, name, edits), name]) do |(family, called), edit|
          to = edit['do'] == 'set_family' && edit['field'] == 'name' ? edit['text'].to_s.strip : called
          [new(plan, [name, called], edit).followed(family), to]
        end.first
      end

      # One that is based on the changed family is renamed in like it.
      def self.based(family, name, edits)
        return family unless family.base&.family&.casecmp?(name)

        edits.select { |edit| edit['do'].start_with?('rename_') }.reduce(family) do |changed, edit|
          Family::Edits.apply(changed, edit)
        rescue Family::Edits::Error
          # It has none of that name any more.
          changed
        end
      end
      private_class_method :based

      # +names+ are those that the family had at first, and has now.
      def initialize(plan, names, edit)
        @plan = plan
        @names = names
        @edit = edit
      end

      # The family that uses it, after the edit.
      def followed(family)
        case @edit['do']
        when *PATHS.keys then with_paths(family)
        when 'rename_row' then with_rows(family, @edit['row'] => @edit['name'])
        when 'rename_rows' then with_rows(family, @edit['names'].to_h { |one| one.values_at('row', 'name') })
        when 'set_family' then @edit['field'] == 'name' ? with_name(family) : family
        when 'put_parameter' then with_unit(family)
        else family
        end
      end

      private

      def mine?(component) = @names.any? { |name| component.family.casecmp?(name) }

      def with_paths(family)
        names = ->(used) { path(Name.read(used))&.to_s }
        family = with_each(family)
        renamed = Family::Formulas.map(family) { |text| Formula::Rewrite.names(text, &names) }
        renamed = Family::Edits::References.map(renamed) { |target| names.call(target) || target }
        changed = renamed.components.zip(family.components).map { |component, own| given(component, own) }
        same?(renamed.with(components: changed), family)
      end

      # The same object where nothing is different.
      def same?(changed, family) = changed == family ? family : changed

      # What a path of the family is called afterwards, or nil.
      def path(path, plan = @plan)
        one = plan.placed[path.first]
        return selected(path, plan) if one.nil?
        return unless one.plan && path.rest

        inner = within(one.component, path.rest) || path(path.rest, one.plan)
        inner && Name.of(one.name, *inner.segments)
      end

      def within(component, rest)
        segments = mine?(component) && PATHS.fetch(@edit['do']).call(rest, @edit)
        Name.new(segments: segments) if segments
      end

      # By kind or role: where all that is reached is of the family.
      def selected(path, plan)
        return unless plan.placed.selects?(path) && path.segments.size > 2

        inner = reached(path, plan).map { |component| [component, within(component, Name.new(segments: path.segments.drop(2)))] }
        return if inner.none?(&:last)

        refuse_mixed(path, inner.map { |component, _| component.family }.uniq) unless inner.all?(&:last)
        Name.of(*path.segments.first(2), *inner.first.last.segments)
      end

      def reached(path, plan)
        field = Placed::SELECTORS.fetch(path.first.downcase)
        plan.placed.paths(field, Placed.word(path.segments[1])).map { |segments| component_at(segments, plan) }
      end

      def refuse_mixed(path, families)
        raise Family::Edits::Error.new(Wording[:family_reads_path_which_is_of_several,
                                               family: @plan.family.name, path: path, families: families],
                                       remedy: Wording[:name_the_components_there_first])
      end

      # Effects that reach components of several families by kind or role, as one for each component: a new name is that of one
      # family alone.
      def with_each(family)
        family.with(rules: family.rules.map { |rule| rule.with_effects { |list| list.flat_map { |effect| each(effect) } } })
      end

      def each(effect)
        path = Name.read(effect.target)
        return [effect] if effect.message? || path.segments.size < 3 || !@plan.placed.selects?(path)

        rest = Name.new(segments: path.segments.drop(2))
        changed, same = reached(path, @plan).partition { |component| within(component, rest) }
        return [effect] if changed.empty? || same.empty?

        more = Family::EFFECTS.fetch(effect.kind).decided(effect.target).first.to_s.delete_prefix(effect.target)
        @plan.placed.selected(Name.read("#{effect.target}#{more}"), :inlet).map do |name|
          effect.with(target: name.to_s.delete_suffix(more))
        end
      end

      def component_at(segments, plan)
        *outer, last = segments
        outer.reduce(plan) { |inner, name| inner.placed[name].plan }.placed[last].component
      end

      # What a component is given, by path.
      def given(component, own)
        values = component.values.transform_keys { |key| path(Name.of(own.name, *Name.read(key).segments))&.rest&.to_s || key }
        rows = component.rows.to_h do |table, text|
          to = path(Name.of(own.name, table, 'row'))
          [to ? to.segments[1] : table, mine?(own) ? column(text) : text]
        end
        component.with(values: values, rows: rows)
      end

      # The column that a row is picked by.
      def column(text)
        pick = Family::RowPick.read(text)
        return text unless pick.nearest?

        to = PATHS.fetch(@edit['do']).call(Name.read(pick.column), @edit)
        to ? pick.with(column: Name.new(segments: to).to_s).to_s : text
      end

      def with_rows(family, names)
        same?(Rows.new(@plan, @edit['table'], names) { |component| mine?(component) }.followed(family), family)
      end

      # Another unit of a parameter changes no value that is given to it without one.
      def with_unit(family)
        unit = @edit['fields'].to_h['unit'] or return family
        paths = paths_to(@plan, @edit['name'])
        same?(paths.reduce(family) do |changed, (path, parameter)|
          needed = Family::Edits::UnitChange.needed?(parameter, unit)
          needed ? Family::Edits::UnitChange.kept(changed, path.to_s, parameter.unit) : changed
        end, family)
      end

      # [path, Family::Parameter] of a parameter in every component of the family.
      def paths_to(plan, name)
        plan.placed.all.select(&:plan).flat_map do |one|
          parameter = mine?(one.component) ? one.plan.family.parameter(name) : nil
          own = parameter ? [[Name.of(one.name, name), parameter]] : []
          own + paths_to(one.plan, name).map { |path, inner| [Name.of(one.name, *path.segments), inner] }
        end
      end

      def with_name(family)
        to = @edit['text'].strip
        renamed = with_kind(family, Placed.word(@names.last), Placed.word(to))
        components = renamed.components.map { |component| mine?(component) ? component.with(family: to) : component }
        base = renamed.base&.then { |own| @names.any? { |name| own.family.casecmp?(name) } ? own.with(family: to) : own }
        same?(renamed.with(components: components, base: base), family)
      end

      # Paths that reach it by its kind.
      def with_kind(family, from, to)
        return family if from == to

        names = lambda do |used|
          path = Name.read(used)
          Name.of(path.first, to, *path.segments.drop(2)).to_s if path.of?('kind') && path.segments[1].to_s.casecmp?(from)
        end
        renamed = Family::Formulas.map(family) { |text| Formula::Rewrite.names(text, &names) }
        Family::Edits::References.map(renamed) { |target| names.call(target) || target }
      end
    end
  end
end
