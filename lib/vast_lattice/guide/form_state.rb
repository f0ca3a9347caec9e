# frozen_string_literal: true

module VastLattice
  module Guide
    # What the items of a form show of an outcome: whether a page, a group or a field is there, what a field holds, what it leaves,
    # who decides it where nobody answers it, and what is to be said.
    class FormState
      # Rows of a long table are not listed one by one.
      MOST_CHOICES = 400

      attr_reader :form

      # +form+ is a Family::Form; +findings+ those of the outcome and its shape. Unless the outcome was asked for in other units, amounts
      # are shown as the form says. Where it is +discreet+, Discretion has the words.
      def initialize(outcome, form, findings, discreet: false)
        @outcome = outcome.asked? ? outcome : outcome.shown_as(Units::Display[form.display])
        @plan = outcome.plan
        @form = form
        @fields = @plan.form_fields.fetch(form.name)
        @flags = Flags.new(@plan, form, outcome.values)
        @given = findings
        @discretion = Discretion.new(@fields) if discreet
      end

      # What the form itself finds, beside +findings+.
      def own_findings
        @own_findings ||= (@discretion ? [] : undefined) + answerable.filter_map do |field|
          code, message, remedy = allowed(field).fault(value(field))
          code && Finding.new(code: code, level: :error, wording: message, advice: remedy, place: field.target.place)
        end
      end

      # Plain form (docs/api.md): the "items" by their numbers from the form down, those that are "absent" with the reason, and
      # the "findings" with the fields that they concern.
      def to_tree
        { 'items' => holders.merge(@fields.to_h { |field| [field.at, field_tree(field)] }), 'absent' => absent,
          'findings' => findings.map { |finding| { **finding.to_tree, 'at' => concerned(finding).map(&:at) } },
          'valid' => findings.none?(&:error?) }
      end

      # What a field leaves.
      def allowed(field) = (@allowed ||= {})[field.at] ||= Allowed.new(field, @outcome, @flags.narrowed(field))

      # Fields that can be answered now.
      def answerable = @answerable ||= @fields.select { |field| field.answered? && !hidden?(field.numbers) && lock(field).nil? }

      # Whether a field is there.
      def seen?(field) = !hidden?(field.numbers)

      # Why it cannot be answered now, or nil.
      def lock(field) = why_locked(field)&.to_s

      # A value of a field for people.
      def text(field, value) = field.target.kind == :row || @outcome.applies?(field.target) ? shown(field).text(value) : 'does not apply'

      # All findings, those of the form first.
      def findings = told.keys

      # A finding in words for whoever fills in the form.
      def words(finding) = said(finding)&.message || Discretion::TOGETHER

      # What a field holds, as the program does.
      def value(field) = @outcome.value_of(field.target)

      private

      def why_locked(field)
        return Wording[:not_to_be_answered_now, because: because(condition(field.numbers, :locked))] if @flags.locked?(field)
        return if field.target.kind == :row
        return Wording[:does_not_apply_now] unless @outcome.applies?(field.target)
        return Wording[:it_follows_from_other_answers] if field.target.computed?
        return sourced(field) if field.sourced?

        decision = decider(field)
        return if %w[person default].include?(decision.word) || open?(field)

        @discretion ? field_words.decided(field, decision) : Wording[:decided_by_decision, decision: decision]
      end

      # Those who fill a form in are not told more than that.
      def sourced(field)
        own = Outcome::Sourcing.of(@outcome, field.target)
        own && !@discretion ? Wording[:it_comes_from_one, one: own.called] : Wording[:it_is_given]
      end

      UNDEFINED = { shown: ['shown_when', :whether_item_is_shown], locked: ['locked_when', :whether_item_is_locked],
                    narrowed: ['narrowings', :what_narrows_item] }.freeze
      private_constant :UNDEFINED

      # Conditions of the form that have no value here: they count as if they were not there, and are told.
      def undefined
        reasons = Outcome::WhyUndefined.new(@outcome)
        @flags.undefined.filter_map do |numbers, what, typed|
          key, sentence = UNDEFINED.fetch(what)
          place = Place.at('forms', @form.name, *Family::Form.path(numbers), key)
          reasons.finding(typed, place, Wording[sentence, item: called(numbers)])
        end
      end

      def called(numbers)
        item = @form.placed.find { |own, _| own == numbers }&.last
        title(numbers, item).then { |text| text.empty? ? Wording[:it] : Wording[:item_in_quotes, item: text] }
      end

      # {finding as it is told => as it was found}
      def told
        @told ||= [*own_findings.map { |own| [own, own] }, *@given.map { |finding| [said(finding), finding] }].select(&:first).to_h
      end

      def said(finding) = @discretion ? @discretion.said(finding) { |field| field_words.possible(field) } : titled(finding)

      def field_words = @field_words ||= FieldWords.new(self, @outcome, @fields)

      def inputs(bound) = bound ? Plan::Dependencies.new(@plan).inputs(bound.conditions) : []

      # What is found of a parameter is told by the title that the form gives it.
      def titled(finding)
        name = finding.place&.path&.then { |path| path[1] if path.first == 'parameters' } or return finding
        field = @fields.find { |own| own.target&.name == name } or return finding
        finding.calling(name, field.title)
      end

      def hidden?(numbers) = @flags.hidden?(numbers)

      def holders
        pages = @form.placed.reject { |_, item| item.is_a?(Family::Form::Field) }
        pages.to_h { |numbers, _| [numbers.join('/'), { 'shown' => !hidden?(numbers) }] }
      end

      def field_tree(field)
        shown = { 'shown' => !hidden?(field.numbers) }
        return shown unless field.target

        locked = lock(field)
        { **shown, 'ask' => field.target.name, 'text' => text(field, value(field)), 'entry' => shown(field).entry(value(field)),
                   'decider' => decider(field).word, 'locked' => locked, 'says' => saying(field), **limits(field),
                   'choices' => choices(field) }.compact
      end

      # Whether an answer would count all the same, as in an open column.
      def open?(field)
        column = @plan.bound.ladder(field.target).column
        decider(field).kind == :table && column&.open?
      end

      # The field in the units in which amounts are shown.
      def shown(field) = field.in_units(@outcome.display)

      def decider(field) = @outcome.decider(field.target.name)

      # In the unit in which it is shown; where that is not its own, in its own as well ("slide"): steps are whole there alone.
      def limits(field)
        return {} unless field.target.type.number?

        asked = shown(field).asked
        return { 'unit' => asked.symbol } unless field.ranged?

        own = { **within(field, field.unit), 'entry' => field.entry(value(field)) } unless asked.equal?(field.unit)
        { **within(field, asked), 'slide' => own }
      end

      def within(field, unit)
        own = allowed(field)
        found = { 'least' => own.least, 'most' => own.most, 'step' => own.step }
        found.transform_values { |amount| amount && Rounding.of(unit.from_base(amount).to_f) }.merge('unit' => unit.symbol)
      end

      # Every choice, with whether rules and the form leave it.
      def choices(field)
        return unless field.order.size.between?(1, MOST_CHOICES)

        left = allowed(field).choices
        told = shown(field)
        field.order.map { |value| { 'entry' => told.entry(value), 'text' => told.text(value), 'left' => left.include?(value) } }
      end

      # What is to be said at a field, with the nearest allowed entries.
      def saying(field)
        found = findings.find { |finding| finding.level != :note && concerned(finding).include?(field) } or return
        told = shown(field)
        near = allowed(field).nearest(value(field)).map { |amount| { 'entry' => field.answer(amount), 'text' => told.text(amount) } }
        { 'level' => found.level.to_s, 'message' => found.message, 'remedy' => near.empty? ? found.remedy : nil, 'nearest' => near }.compact
      end

      # The fields that a finding is about: those of its parameter, or of the answers that lead to it.
      def concerned(finding)
        @concerned ||= {}
        @concerned[finding] ||= begin
          names = names_of(told.fetch(finding, finding)).map(&:downcase)
          @fields.select { |field| field.target && names.include?(field.target.name.downcase) }
        end
      end

      def names_of(finding)
        path = finding.place&.path.to_a
        return [path[1]] if path.first == 'parameters'
        return [Name.of(path[1], 'row').to_s] if path.first == 'tables' && path.size == 2

        inputs(finding.place && @plan.bound.conditionals.find { |bound| bound.place == finding.place })
      end

      # What is not there by a condition of its own: its title, and why.
      def absent
        own = @form.placed.select { |numbers, _| @flags.own_hidden?(numbers) && !hidden?(numbers[0...-1]) }
        own.map do |numbers, item|
          { 'title' => title(numbers, item), 'why' => "not asked#{because(condition(numbers, :shown))}" }
        end
      end

      def title(numbers, item)
        return @fields.find { |field| field.numbers == numbers }.title if item.is_a?(Family::Form::Field)

        item.title.empty? ? Wording[:a_group_of_questions] : item.title
      end

      def condition(numbers, what) = @plan.form_program.conditions.find { |key, _| key == [@form.name, numbers, what] }&.last

      # ", because load class is heavy"
      def because(condition)
        targets = condition ? condition.variables.filter_map { |variable| @plan.targets[variable.index] } : []
        return '' if targets.empty? || targets.any? { |target| @discretion&.hides?(target) }

        ", because #{targets.map { |target| "#{target.title} is #{@outcome.text_of(target)}" }.join(' and ')}"
      end
    end
  end
end
