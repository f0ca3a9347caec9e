# frozen_string_literal: true

module VastLattice
  class Plan
    class Program
      # A Bound::Rule as source: which of its branches applies; and what a rule or a rule table says besides deciding.
      class RuleSource
        # The test that a branch of a rule, or a row of a rule table, applies; that a consequence of it does, if +item+ is one.
        def self.test(source, branch, item = nil)
          return "b#{source.index} == #{branch}" unless source.is_a?(Bound::RuleTable)

          output = item && source.chosen(branch, item)
          "#{output ? Program.chosen(source, output) : "b#{source.index}"}&.include?(#{branch})"
        end

        # What +found+ gives, or +nothing+ for variants that opt out.
        def self.unless_opted_out(source, found, nothing)
          return found if source.except.empty?

          rows = source.except.map { |picked| picked.map { |table, row| "t[#{table}] == #{row}" }.join(' && ') }
          "(#{rows.join(' || ')} ? #{nothing} : #{found})"
        end

        def initialize(rule, constants)
          @rule = rule
          @constants = constants
        end

        # The number of the branch (beyond that of otherwise where the variant opts out); an undefined condition leaves it open
        # whether its branch or a later one applies.
        def branch
          tests = @rule.conditions.each_with_index.reverse_each
          found = tests.reduce(@rule.conditions.size.to_s) do |rest, (condition, index)|
            Formula::Emitter.choice(condition, index, rest, 'nil')
          end
          found = RuleSource.unless_opted_out(@rule, found, (@rule.conditions.size + 1).to_s)
          "b#{@rule.index} = #{found}\nf << [:undefined_rule, #{@rule.index}] if b#{@rule.index}.nil?"
        end

        # Notices, prices and operations that do not wait for the shape: sources.
        def said
          placed = @rule.placed.each_with_index
          placed.filter_map { |(branch, item), _| notice(branch, item) if item.is_a?(Consequence::Notice) } +
            placed.filter_map { |(branch, item), number| line(branch, item, number) if item.is_a?(Consequence::Line) && !item.late }
        end

        # One consequence that waits for the shape, with its number among those of the rule.
        def said_late(branch, item, number)
          case item
          when Consequence::Notice then notice(branch, item)
          when Consequence::Line then line(branch, item, number)
          else limit(branch, item)
          end
        end

        private

        # Finds what is measured beyond a limit: [code, rule, number of the Measured, limit].
        def limit(branch, limit)
          index = limit.measured.index
          tests = { least: %w[< below_least], most: %w[> above_most] }.filter_map do |field, (sign, code)|
            typed = limit.public_send(field) or next
            both = "v#{index}.finite? && x.finite?"
            told = "#{both} ? [:measured_#{code}, #{@rule.index}, #{index}, x] : [:undefined_measured, #{@rule.index}, #{index}]"
            "x = #{Formula::Emitter.settled(typed)}; f << (#{told}) unless #{both} && !(v#{index} #{sign} x)"
          end
          "if #{RuleSource.test(@rule, branch)} then #{tests.join('; ')} end"
        end

        def notice(branch, notice)
          "f << [:notice, #{@rule.index}, :#{notice.level}, #{notice.text.dump}] if #{RuleSource.test(@rule, branch, notice)}"
        end

        def line(branch, line, number)
          amount = line.amount ? Formula::Emitter.settled(line.amount) : 'nil'
          told = line.amount ? "; f << [:undefined_line, #{@rule.index}, #{number}] unless x.finite?" : ''
          "if #{RuleSource.test(@rule, branch, line)} then x = #{amount}; " \
            "e << [#{@rule.index}, :#{line.list}, #{line.text.dump}, x, #{@constants.keep(line.amount&.type)}]#{told} end"
        end
      end
    end
  end
end
