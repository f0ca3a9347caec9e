# frozen_string_literal: true

module VastLattice
  class Plan
    class Program
      # A Bound::Component as source: which instances are there (local variable i, with the numbers of its pattern in m), and its
      # calls (q). A component is called as often as something is read of it that depends on what was not yet given at the call
      # before, and once more with all that it is given.
      class ComponentSource
        # +plan+ is that of the component, +index+ the number of the name "index" in formulas.
        # +original+ is the source of that whose twin it is: it is called in its place.
        def initialize(component, plan, index, constants, original = nil)
          @original = original
          @component = component
          @plan = plan
          @number = component.number
          @index = index
          @constants = constants
          @known = []
          @besides = []
          @called = nil
        end

        # A Target that it is given has its value now; +besides+ says whether there is also what it would be without rules.
        def gave(target, besides: false)
          @known << target
          @besides << target if besides
        end

        # Instances: i, a list of their numbers.
        def counted(target)
          @counted = target
          entries = @component.measures.map { |own, typed| typed && @component.counting.include?(own) ? settled(typed) : 'nil' }
          skip = @component.skip ? " { |v#{@index}| #{settled(@component.skip)} }" : ''
          counting = keep(@counting = Counting.new(@component))
          ["m#{@number} = [#{entries.join(', ')}]", "i#{@number} = #{counting}.call(f, #{target.index}, m#{@number})#{skip}",
           "v#{target.index} = i#{@number} ? i#{@number}.size.to_f : Float::NAN; d#{target.index} = #{Decider.code(:formula)}"].join("\n")
        end

        # How far apart the instances are, once all else is known; where that cannot be had, none is laid. nil where nothing says it.
        def spaced
          return if !@counting || @component.spacing.empty?

          entries = @component.measures.map.with_index do |(own, typed), at|
            "m#{@number}[#{at}] = #{typed ? settled(typed) : 'nil'}" if @component.spacing.include?(own)
          end
          [*entries.compact,
           "i#{@number} = q#{@number} = [] unless #{keep(@counting)}.spaced?(f, #{@counted.index}, m#{@number}, i#{@number})"].join("\n")
        end

        # A call, unless the one before gave all that +needed+ Targets, which are given, have a say in.
        def call(needed)
          return as_twin(@original.call(needed)) if @original
          return if @called && (needed - @called).empty?

          @called = @known.dup
          given = @component.given.select { |target| @known.include?(target) }
          caller = keep(Calling.new(@plan, given))
          lists = [locals('v', given), locals('d', given), given.intersect?(@besides) ? locals('b', given, @besides) : 'nil']
          "q#{@number} = #{caller}.call(#{@component.many? ? "i#{@number}" : 'nil'}, #{lists.join(', ')}, p && p[#{@number}])"
        end

        # A call with all that it is given.
        def last = @original ? as_twin(@original.last) : call(@component.given)

        # What came of it, as Run::Inside.
        def inside
          many = @component.many?
          "Plan::Run::Inside.new(#{many ? "m#{@number}" : 'nil'}, #{many ? "i#{@number} || []" : 'nil'}, q#{@number})"
        end

        # Local variable of its calls.
        def calls = "q#{@number}"

        private

        def as_twin(called)
          own = @component.many? ? "i#{@number} ? Array.new(i#{@number}.size, #{@original.calls}.first) : " : ''
          [called, "#{calls} = #{own}#{@original.calls}"].compact.join("\n")
        end

        # A list of local variables; nil for a Target that is not among +those+.
        def locals(prefix, targets, those = targets)
          "[#{targets.map { |target| those.include?(target) ? "#{prefix}#{target.index}" : 'nil' }.join(', ')}]"
        end

        def settled(typed) = Formula::Emitter.settled(typed)
        def keep(object) = @constants.keep(object)
      end
    end
  end
end
