# frozen_string_literal: true

module VastLattice
  class Plan
    class Program
      # What the rules that apply say of a target, as source: the value into s, the decider code of the first by name into w
      # (nil where none says anything). A rule of which it is undefined what it says makes all of it undefined (u). Rules
      # that disagree (m) are a finding that lists them all, and then none of them decides.
      class RulesSource
        def initialize(ladder, constants)
          @target = ladder.target
          @tables, @branches = ladder.sayings.partition(&:table?)
          @constants = constants
        end

        # Lines of source.
        def to_a
          return [lone(@branches.first)] if @branches.size == 1 && @tables.empty?

          ['s = w = nil', 'u = m = false', *@tables.flat_map { |saying| hits(saying) }, *unknown,
           *said.each_with_index.map { |one, number| compared("z#{number}", one) }, *(disagreement if said.size > 1)]
        end

        private

        # Where one branch of one rule alone may decide, nothing can disagree.
        def lone(saying)
          b = "b#{saying.index}"
          w = Decider.code(:rule, saying.index)
          "if #{b} == #{saying.branch} then s = #{settled(saying.value)}; w = #{w} " \
            "elsif #{b}.nil? then s = #{undefined}; w = #{w} else w = nil end"
        end

        # [test, value, index] of all that may say something.
        def said
          @said ||= @branches.map { |saying| ["b#{saying.index} == #{saying.branch}", settled(saying.value), saying.index] } +
                    @tables.map { |saying| ["!y#{saying.index}.nil?", "y#{saying.index}", saying.index] }
        end

        # Rules and rule tables of which it is undefined what they say.
        def unknown
          tests = @branches.map { |saying| ["b#{saying.index}.nil?", saying.index] }.uniq +
                  @tables.map { |saying| ["y#{saying.index}.equal?(#{unknown_hit})", saying.index] }
          tests.map { |test, index| "if !u && #{test} then #{unsettled(index)} end" }
        end

        # What a rule table says into y: nil where it says nothing. Rows that contradict the hit policy are a finding.
        def hits(saying)
          table = saying.source
          y = "y#{table.index}"
          rows = saying.values.each_with_index.filter_map { |value, row| "when #{row} then [#{row}, #{settled(value)}]" if value }
          decide = "#{keep(HitPolicy.method(:decide))}.call(#{keep(table.policy)}, h)"
          decide = "b#{table.index}.size > 1 ? #{clash} : #{decide}" if table.policy == 'unique'
          ["if b#{table.index}.nil? then #{y} = #{unknown_hit} else",
           "h = b#{table.index}.map { |r| case r #{rows.join(' ')} end }.compact", "#{y} = #{decide}",
           "if #{y}.equal?(#{clash}) then #{y} = nil#{told_clash(saying)} " \
           "elsif #{y}.equal?(#{unknown_hit}) then f << [:undefined_table, #{table.index}] end", 'end']
        end

        # Rows that may not hit together are told once, those that must agree of each target.
        def told_clash(saying)
          "; f << [:hit_clash, #{saying.index}, #{@target.index}, h]" if saying.leading || saying.source.policy != 'unique'
        end

        # What is said is held in a variable of its own (+x+).
        def compared(x, (test, value, index))
          "if !u && #{test} then #{x} = #{value}; if #{Formula::Emitter.undefined?(@target.type, x)} then #{unsettled(index)} " \
            "elsif w.nil? then s = #{x}; w = #{Decider.code(:rule, index)} elsif s != #{x} then m = true end; end"
        end

        def disagreement
          list = said.each_with_index.map { |(test, _, index), number| "q << [#{index}, z#{number}] if #{test}" }
          ['if m && !u then q = []', *list, "f << [:disagree, #{@target.index}, q]", 's = w = nil', 'end']
        end

        def clash = @clash ||= keep(HitPolicy::CLASH)
        def unknown_hit = @unknown_hit ||= keep(HitPolicy::UNDEFINED)
        def unsettled(index) = "s = #{undefined}; w = #{Decider.code(:rule, index)}; u = true"
        def settled(typed) = Formula::Emitter.settled(typed)
        def undefined = Formula::Emitter.undefined(@target.type)
        def keep(object) = @constants.keep(object)
      end
    end
  end
end
