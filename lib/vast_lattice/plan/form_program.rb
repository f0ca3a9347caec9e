# frozen_string_literal: true

module VastLattice
  class Plan
    # The conditions of a family's forms, compiled: what of them is there, and what is locked.
    class FormProgram
      # As they were given.
      attr_reader :conditions

      # +conditions+ are [[form, numbers of the page, the group and the field, :shown or :locked], Typed]; +lists+ as in Program.
      def initialize(conditions, lists)
        @conditions = conditions
        @keys = conditions.map(&:first)
        trees = conditions.map(&:last)
        names = trees.flat_map(&:variables).uniq.map { |name| "v#{name.index} = v[#{name.index}]; " }.join
        source = trees.map { |typed| Formula::Emitter.settled(typed) }.join(', ')
        @lambda = Formula.compiled(Formula::Emitter.lambda_of('v', "#{names}[#{source}]"), 'forms').call(lists)
      end

      # {form => {"0/1/2" => {"shown" => false, "locked" => true}}} for the values of an outcome, of what is not simply there. What
      # is undefined hides and locks nothing.
      def call(values)
        found = Hash.new { |forms, form| forms[form] = Hash.new { |items, at| items[at] = {} } }
        @keys.zip(@lambda.call(values)) do |(form, numbers, what), holds|
          found[form][numbers.join('/')][what.to_s] = holds if holds == (what == :locked)
        end
        found.transform_values(&:to_h).to_h
      end
    end
  end
end
