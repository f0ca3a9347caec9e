# frozen_string_literal: true

module VastLattice
  module Checks
    # Tries a text before it is kept: what it gives for the variant in view, and over all variants of the
    # table rows (at most MOST of them).
    class Trial
      MOST = 2000
      # Variants whose value is told one by one.
      LISTED = 60

      def initialize(plan)
        @plan = plan
      end

      # +like+ says what the text would stand for: {"parameter" => name}, {"feature" => name, "field" =>
      # measure}, {"condition" => true}, {"base_price" => true}, or
      # {"any" => true}. Returns texts: "here", "least", "most" for numbers; "here" and
      # "holds" of "variants" for conditions; "rows" with the value in each. An index stands for the first instance. Raises Formula::Error.
      def run(text, like, pick)
        return base_price(text, pick) if like['base_price']

        @plan = @plan.reading(text)
        typed, show = read(text, like)
        compute = compile(typed)
        here = compute.call(@plan.outcome(pick).values)
        all = outcomes.map { |outcome| compute.call(outcome.values) }
        { 'here' => show.call(here), 'variants' => all.size, 'unit' => unit_of(typed) }.merge(summary(typed, all, show), rows(all, show))
      end

      private

      def variants = @variants ||= Variants::All.new(@plan).first(MOST)
      def outcomes = variants.map { |variant| variant.result.outcome }

      # A base price may use what is measured on the shape, so it is tried in the family itself; over all variants where it does not.
      def base_price(text, pick)
        @plan = Plan.of(Family::Edits.apply(@plan.family, 'do' => 'set_family', 'field' => 'base_price', 'text' => text), before: @plan)
        refuse(@plan.findings.find { |finding| finding.error? && finding.place.path.first == 'base_price' })
        here = price(Geometry::Work.budget { Result.new(@plan, pick).lines })
        all = @plan.late_program ? [] : variants.map { |variant| price(variant.result.outcome.lines) }
        least, most = all.reject(&:undefined?).minmax_by { |price| price.cents.first.last }
        { 'here' => here.to_s, 'variants' => all.size, 'least' => least&.to_s, 'most' => most&.to_s }.compact
      end

      def refuse(finding)
        return unless finding

        span = finding.place.span || Formula::Span.new(start: 0, length: 0)
        raise Formula::Error.new(finding.wording, span: span, remedy: finding.advice, code: finding.code)
      end

      # The Price of the base price, which is the line of no rule.
      def price(lines) = Price.total(lines.select { |one| one.list == 'price' && one.rule.empty? }.first(1))

      # The value in each of the first variants.
      def rows(all, show)
        { 'rows' => variants.zip(all).first(LISTED).map { |variant, value| { 'name' => variant.name, 'value' => show.call(value) } } }
      end

      def summary(typed, all, show)
        return { 'holds' => all.count(true) } if typed.type.boolean?
        return {} unless typed.type.number? && all.any?

        least, most = all.grep_v(Undefined).minmax
        least ? { 'least' => show.call(least), 'most' => show.call(most) } : {}
      end

      def read(text, like)
        target = like['parameter'] && @plan.symbols[like['parameter']]
        return typed_as(text, target.type, target.unit) { |value| target.text(value) } if target
        return inferred(text) if like['any']
        return typed_as(text, Formula::BOOLEAN, Units::PLAIN) { |value| value ? 'yes' : 'no' } if like['condition']

        unit = Units[like.fetch('unit', 'mm')]
        typed_as(text, Formula::Type.number(unit.dimension), unit) { |value| Units::Format.quantity(value, unit) }
      end

      def typed_as(text, type, unit, &show)
        [Plan::Entry.read(text, type: type, unit: unit, scope: @plan.symbols.instance_scope), show]
      end

      # Of whatever type the formula is.
      def inferred(text)
        typed = Formula.type(text.delete_prefix('='), @plan.symbols.instance_scope)
        unit = Units[unit_of(typed).to_s]
        [typed, ->(value) { value.is_a?(Float) ? Units::Format.quantity(value, unit) : value.to_s }]
      end

      # The base unit of a number with a dimension, or nil.
      def unit_of(typed)
        typed.type.number? && !typed.type.plain? ? typed.type.dimension.base_unit : nil
      end

      def compile(typed)
        names = typed.variables.map do |variable|
          "v#{variable.index} = #{variable.index == @plan.targets.size ? 1.0 : "v[#{variable.index}]"}"
        end
        body = [*names, Formula::Emitter.settled(typed)].join('; ')
        Formula.compile(Formula::Emitter.lambda_of('v', body), 'trial').call(@plan.lists)
      end
    end
  end
end
