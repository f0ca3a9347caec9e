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

          ['s = w = nil', 'u = m = false', *@tables.map { |saying| hits(saying.source) }, *unknown,
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
        def hits(table)
          y = "y#{table.index}"
          rows = table.rows.each_with_index.map do |(test, value), row|
            Formula::Emitter.choice(test, "[#{row}, #{settled(value)}]", 'nil', keep([row, HitPolicy::UNDEFINED]))
          end
          decide, policy, order = [HitPolicy.method(:decide), table.policy, table.order].map { |object| keep(object) }
          call = "#{decide}.call(#{policy}, h = [#{rows.join(', ')}].compact, #{order})"
          "#{y} = #{call}\n" \
            "if #{y}.equal?(#{keep(HitPolicy::CLASH)}) then #{y} = nil; f << [:hit_clash, #{table.index}, #{table.target.index}, h] " \
            "elsif #{y}.equal?(#{unknown_hit}) then f << [:undefined_table, #{table.index}] end"
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

        def unknown_hit = @unknown_hit ||= keep(HitPolicy::UNDEFINED)
        def unsettled(index) = "s = #{undefined}; w = #{Decider.code(:rule, index)}; u = true"
        def settled(typed) = Formula::Emitter.settled(typed)
        def undefined = Formula::Emitter.undefined(@target.type)
        def keep(object) = @constants.keep(object)
      end
    end
  end
end
