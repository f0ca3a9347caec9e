# frozen_string_literal: true

module VastLattice
  module Guide
    # A form of a family, filled in. Answers are texts by the names that the form asks for ("length" => "1.2 m", "size.row" =>
    # "SF-0500"); an empty text answers nothing.
    class Filling
      attr_reader :plan, :form, :answers, :dropped, :result, :given

      # +display+ is a Units::Display, nil for that of the form; where it is +discreet+, what is said speaks of nothing that the form does
      # not ask for (Discretion). Raises Refused for a name that the form does not ask for,
      # Plan::PickError for what cannot be read, Plan::Broken.
      def initialize(plan, form, answers = {}, display: nil, discreet: false)
        @plan = plan
        @form = form
        @discreet = discreet
        @settling = Settling.new(plan, form)
        found = answers.to_h { |name, text| [field(name), text.to_s] }.reject { |_, text| text.empty? }
        @answers = found.transform_keys { |own| own.target.name }
        @given = found.to_h { |own, text| [own, AnswerReader.value(plan, own, text)] }
        settled = @settling.settle(@given)
        @dropped = settled.dropped.map { |own| own.target.name }
        @result = Result.new(plan, outcome: settled.outcome, display: display || Units::Display[form.display])
      end

      # The fields that can be answered at all: Plan::FormFields.
      def fields = @settling.fields

      # What comes of other answers, as Settling takes them.
      def settle(given) = @settling.settle(given)

      # The Plan::Pick that the answers come to, with the defaults of the form.
      def pick
        rows = plan.family.variant_tables.to_h { |table| [table.name, result.outcome.row_name(table).to_s] }
        said = fields.reject { |own| own.target.kind == :row }.filter_map { |own| (text = said(own)) && [own.target.name, text] }
        Plan::Pick.new(rows: rows, answers: said.to_h)
      end

      # The FormState of the result, with the findings of its shape.
      def state = @state ||= FormState.new(result.outcome, form, result.findings, discreet: @discreet)

      # The same form filled in otherwise, as discreetly.
      def with(answers) = Filling.new(plan, form, answers, discreet: @discreet)

      def findings = state.findings
      def valid? = findings.none?(&:error?)

      # The field that asks for a name. Raises Refused.
      def field(name)
        fields.find { |own| own.target.name.casecmp?(name.to_s) } ||
          raise(Refused.new(Wording[:the_form_does_not_ask_for_name, name: name.to_s[0, 60]],
                            remedy: Nearest.remedy(name.to_s[0, 60], fields.map { |own| own.target.name })))
      end

      private

      # What is answered and counts, or the form's own default, with its unit; nil where there is neither.
      def said(own)
        text = @answers[own.target.name] unless @dropped.include?(own.target.name)
        text ||= own.field.default unless own.default.nil?
        text && AnswerReader.in_unit(own, text)
      end
    end
  end
end
