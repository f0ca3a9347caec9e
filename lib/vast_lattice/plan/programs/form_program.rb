# frozen_string_literal: true

module VastLattice
  class Plan
    # The conditions of a family's forms, compiled: what of them is there, what is locked, and what fields leave.
    class FormProgram
      # As they were given.
      attr_reader :conditions

      # +conditions+ are [[form, numbers of the page, the group and the field, :shown or :locked], Typed], +fields+ {form =>
      # FormFields}; +lists+ as in Program.
      def initialize(conditions, fields, lists)
        @conditions = conditions
        @keys = conditions.map(&:first)
        @narrowings = fields.values.flatten.flat_map { |field| field.narrowings.map { |own| [field, own] } }
        sources = conditions.map { |_, typed| Formula::Emitter.settled(typed) } + @narrowings.map { |_, own| narrowed(own) }
        trees = conditions.map(&:last) + @narrowings.flat_map { |_, own| own.trees }
        names = trees.flat_map(&:variables).uniq.map { |name| "v#{name.index} = v[#{name.index}]; " }.join
        @lambda = Formula.compiled(Formula::Emitter.lambda_of('v', "#{names}[#{sources.join(', ')}]"), 'forms').call(lists)
      end

      # {form => {"0/1/2" => {"shown" => false, "locked" => true, "narrowed" => [{"number", "least", "most"}]}}} for the values of
      # an outcome, of what is not simply there; limits as the program holds them. What is undefined hides, locks and narrows
      # nothing; under :undefined it is listed: [numbers, :shown, :locked or :narrowed, Typed tree].
      def call(values)
        found = Hash.new { |forms, form| forms[form] = Hash.new { |items, at| items[at] = {} } }
        results = @lambda.call(values)
        @keys.zip(results) do |(form, numbers, what), holds|
          found[form][numbers.join('/')][what.to_s] = holds if holds == (what == :locked)
        end
        @narrowings.zip(results.drop(@keys.size)) do |(field, own), result|
          narrow(found[field.form][field.at], field, own, result) if result
        end
        undefined(results).each { |form, list| found[form][:undefined] = list }
        found.transform_values(&:to_h).to_h
      end

      private

      # {form => [[numbers, what, Typed], …]} of conditions and limits that came out undefined.
      def undefined(results)
        plain = @conditions.zip(results).filter_map { |((form, numbers, what), typed), holds| [form, [numbers, what, typed]] if holds.nil? }
        narrowed = @narrowings.zip(results.drop(@keys.size)).filter_map do |(field, own), result|
          typed = undefined_in(own, result)
          [field.form, [field.numbers, :narrowed, typed]] if typed
        end
        (plain + narrowed).group_by(&:first).transform_values { |list| list.map(&:last) }
      end

      def undefined_in(own, result)
        return own.condition if result.nil?

        [own.least, own.most].zip(result || []).find { |typed, amount| typed && result && Undefined.is?(amount) }&.first
      end

      # Source of [least, most], false where the condition does not hold, nil where that is undefined.
      def narrowed(own)
        limits = [own.least, own.most].map { |typed| typed ? Formula::Emitter.settled(typed) : 'nil' }
        Formula::Emitter.choice(own.condition, "[#{limits.join(', ')}]", 'false', 'nil')
      end

      def narrow(told, field, own, (least, most))
        limits = { 'least' => Undefined.known(least), 'most' => Undefined.known(most) }
        (told['narrowed'] ||= []) << { 'number' => field.narrowings.index(own), **limits }.compact
      end
    end
  end
end
