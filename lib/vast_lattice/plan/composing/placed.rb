# frozen_string_literal: true

module VastLattice
  class Plan
    # The components of a family with the plans of their families, and the ways into them: what can be read there and decided,
    # by path, on any level.
    class Placed
      # A component: its +number+, the Family::Component, and the Plan of its family (nil where it cannot be had).
      One = Struct.new(:number, :component, :plan, :original) do
        def name = component.name

        # The One that decides what it is given: itself, or that whose twin it is.
        def decider = original || self
        def many? = !component.pattern.nil?
      end

      # What a path begins with that reaches components by the name of their family or by their role, on any level.
      SELECTORS = { 'kind' => :family, 'role' => :role }.freeze
      # What can be decided from outside.
      DECIDED = %i[value built shown material colour finish row].freeze

      attr_reader :all, :findings

      # The Library with the plans that are placed here, whatever their families become meanwhile.
      attr_reader :library

      # +library+ is where the families are found.
      def initialize(family, library)
        @family = family
        @within = library.within(family.name)
        @findings = []
        @all = family.components.each_with_index.map { |component, number| One.new(number, component, plan_of(component)) }.freeze
        @all.each { |one| one.original = original(one) if one.component.twin? }
        look_at_base
        @library = library.holding(@all.select(&:plan).to_h { |one| [one.component.family, one.plan] })
      end

      # The One of a name, or nil.
      def [](name) = index[name.downcase]

      # All families that are used, on all levels, each after those that it uses.
      def families = all.select(&:plan).flat_map { |one| [*one.plan.placed.families, one.plan.family] }.uniq(&:name)

      # Names of all that it is made of or based on, on all levels, in small letters.
      def reached = @reached ||= below.flat_map { |name, plan| [name, *plan&.placed&.reached] }.to_set

      # [name in small letters, Plan or nil] of what it is made of or based on, one level down.
      def below
        based = @family.base ? [[@family.base.family.downcase, @base]] : []
        all.map { |one| [one.component.family.downcase, one.plan] } + based
      end

      # Pairs of path and Target of all that is in components, on all levels.
      def names
        all.select(&:plan).flat_map do |one|
          own = one.plan.targets.reject(&:port?).map { |target| [target.name, target] }
          (own + one.plan.placed.names).map { |name, target| ["#{one.name}.#{name}", target] }
        end
      end

      # The Outlet of a Name that begins with a component, or nil.
      def outlet(path)
        one = self[path.first] or return
        inner = path.rest && one.plan&.outlet(path.rest)
        inner&.within(one)
      end

      # The Outlets of a Name, one for each component that it selects; none where it reads nothing.
      def outlets(path) = selects?(path) ? selected(path, :outlet).map { |name| outlet(name) } : [*outlet(path)]

      # The Inlet of what can be decided at a Name that begins with a component, or nil.
      def inlet(path)
        one = self[path.first]
        return if one.nil? || one.original

        inner = path.rest && one.plan&.inlet(path.rest)
        inner&.within(one)
      end

      # Whether a Name reaches many components at once.
      def selects?(path) = SELECTORS.key?(path.first.downcase) && path.segments.size > 1 && !taken?(path.first)

      # Names of what a selecting Name reaches, of those components that have it; +way+ is :outlet or :inlet.
      def selected(path, way)
        reached = paths(SELECTORS.fetch(path.first.downcase), Placed.word(path.segments[1]))
        found = reached.map { |segments| Name.of(*segments, *path.segments.drop(2)) }
        found.select { |name| public_send(way, name) || (way == :inlet && own_state?(name)) }
      end

      # Paths (lists of names) of components with some role or family, on any level.
      def paths(field, word)
        all.flat_map do |one|
          inner = one.plan ? one.plan.placed.paths(field, word).map { |path| [one.name, *path] } : []
          Placed.word(one.component.public_send(field)) == word ? [[one.name], *inner] : inner
        end
      end

      # A family or a role as a segment of a path.
      def self.word(text) = text.to_s.downcase.gsub(/[^\p{L}\p{N}]+/, '_')

      private

      def index = @index ||= all.to_h { |one| [one.name.downcase, one] }

      # Whether it is decided here whether a component is there.
      def own_state?(name) = name.segments.size == 2 && self[name.first] && %w[built shown].include?(name.last.downcase)

      def taken?(name) = @family.component(name) || @family.part(name) || @family.feature(name) || @family.table(name)

      def plan_of(component)
        place = Place.at('components', component.name, 'family')
        plan = @within.plan(component.family)
        return unknown(component, place) unless plan

        refuse_round(plan)

        broken(component, plan, place) unless plan.runnable?
        plan
      rescue Library::Circle => e
        tell(:circle, e.wording, place, e.advice)
      end

      def unknown(component, place)
        tell(:unknown_name, Wording[:there_is_no_family_family, family: component.family], place,
             Nearest.remedy(component.family, @within.names, kind: 'family'), data: { 'name' => component.family })
      end

      # The One whose twin another is, or nil where it cannot be.
      def original(one)
        own = one.component
        found = self[own.twin]
        wrong = Family::Twins.fault(own, found&.component)
        if wrong
          tell(:no_twin, Wording[:one_cannot_be_a_twin_of_twin, one: own.title, twin: own.twin, wrong: wrong],
               Place.at('components', own.name, 'twin'), Wording[:choose_another_one_or_make_it_independent])
        end
        wrong ? nil : found
      end

      # A family can be based on none that contains it, or is based on it.
      def look_at_base
        base = @family.base or return
        place = Place.at('base')
        @base = @within.plan(base.family)
        @base ? refuse_round(@base) : missing(base, place)
        tell_lost(base)
      rescue Library::Circle => e
        tell(:circle, e.wording, place, Wording[:base_it_on_another_one])
      end

      def missing(base, place)
        tell(:no_base, Wording[:it_is_based_on_family, family: base.family], place, Wording[:bring_that_back_or_let_this_one], :note)
      end

      # Plans that were compiled before know nothing of what this family is now: the way back to it is looked for by names.
      def refuse_round(plan)
        return unless plan.family.name.casecmp?(@family.name) || plan.placed.reached.include?(@family.name.downcase)

        raise Library::Circle, [@family.name, *way_back(plan)]
      end

      def way_back(plan)
        name = plan.family.name
        return [name] if name.casecmp?(@family.name)

        own = @family.name.downcase
        found, within = plan.placed.below.find { |inner, one| inner == own || one&.placed&.reached&.include?(own) }
        [name, *(found == own ? [@family.name] : way_back(within))]
      end

      # What it keeps although the base has it no more.
      def tell_lost(base)
        names = base.lost.map { |key| Family::Deviation.new(key: key, what: :changed, changes: []).title }
        names.each do |name|
          tell(:lost_base, Wording[:family_has_no_name_any_more_on, family: base.family, name: name],
               Place.at('base'), Wording[:give_it_up_or_keep], :warning)
        end
      end

      def broken(component, plan, place)
        tell(:broken_component, Wording[:the_family_family_has_errors_breaking, family: component.family, breaking: plan.breaking.first],
             place, Wording[:mend_them_there_first])
      end

      def tell(code, message, place, remedy, level = :error, data: {})
        @findings << Finding.new(code: code, level: level, wording: message, place: place, advice: remedy, data: data)
        nil
      end
    end
  end
end
