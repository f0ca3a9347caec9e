# frozen_string_literal: true

module VastLattice
  module Guide
    # A filled-in form that is kept: the answers, and all that came of them, frozen as data with the edition of the family. It can
    # be read when the family, or the program, is no longer what it was.
    #
    # +family+ has "slug", "name" and "version"; +source+ is the address of the published form that it comes from, or ''; +fields+
    # are what the form showed, by page and group; +part_number+ has "text" and whether it is "fresh"; +outcome+ is that of an
    # Exchange::FrozenOutcome; +shows+ says what visitors are told of the price (Family::Form::PRICES).
    class Configuration < Value.with(:name, :family, :form, note: '', source: '', answers: {}, fields: [], part_number: {},
                                                            price: '', made_at: '', outcome: {}, shows: 'total')
      extend TreeForm

      VIEWS = %w[front top end].freeze
      LONGEST_NAME = 120

      # Freezes a Filling. +code+ is what a part number that is taken gets behind it; +about+ are further fields.
      # The block tells of a part number and a Result whether something else is kept under it.
      def self.of(filling, name:, code:, **about)
        result = filling.result
        text, fresh = Variants::Known.of(filling.plan).part_number(result.outcome, code) { |label| block_given? && yield(label, result) }
        new(name: checked_name(name, result), form: filling.form.name, answers: filling.answers, fields: shown(filling),
            price: result.price, shows: filling.form.price, part_number: text ? { 'text' => text, 'fresh' => fresh } : {},
            outcome: Exchange::FrozenOutcome.of(result, views: VIEWS, density: :main).to_tree, **about)
      end

      # A name, or what stands for it. Raises Refused.
      def self.checked_name(name, result)
        name = name.to_s.strip
        if Writable.fault(name)
          raise Refused.new(Wording[:this_name_cannot_be_kept_fault, fault: Writable.fault(name)], remedy: Wording[:type_it_anew])
        end
        return name if name.size.between?(1, LONGEST_NAME)
        return [result.outcome.label('part_number'), result.plan.family.name].find { |one| !one.empty? }[0, LONGEST_NAME] if name.empty?

        raise Refused.new(Wording[:a_name_has_at_most_longest_name, longest_name: LONGEST_NAME], remedy: Wording[:shorten_it])
      end
      private_class_method :checked_name

      # [{"title", "groups": [{"title", "fields": [{"title", "text", "by"}]}]}] of what is there.
      def self.shown(filling)
        items = filling.state.to_tree['items']
        fields = filling.plan.form_fields.fetch(filling.form.name).to_h { |field| [field.at, field] }
        filling.form.pages.each_with_index.filter_map do |page, one|
          groups = page.groups.each_with_index.map do |group, two|
            { 'title' => group.title, 'fields' => shown_in(group, [one, two], items, fields) }
          end
          groups = groups.reject { |group| group['fields'].empty? }
          { 'title' => page.title, 'groups' => groups } if groups.any?
        end
      end

      def self.shown_in(group, numbers, items, fields)
        group.fields.each_index.filter_map do |three|
          at = [*numbers, three].join('/')
          item = items[at]
          next unless item['shown'] && item.key?('text')

          { 'title' => fields[at].title, 'text' => item['text'], 'by' => item['decider'] }
        end
      end
      private_class_method :shown_in

      # What of it is told to somebody who sees nothing but the form.
      def discreet
        told = Discretion.prices({ 'price' => price, 'lines' => [], 'unpriced' => [] }.merge(outcome.slice('lines', 'unpriced')), shows)
        pictures = outcome.fetch('pictures', {}).transform_values { |svg| Discretion.picture(svg) }
        facts = outcome.fetch('facts', {}).slice('mass', 'size')
        with(family: {}, price: told['price'], outcome: { 'facts' => facts, 'pictures' => pictures, **told.slice('lines', 'unpriced') })
      end

      # What came of it: an Exchange::FrozenOutcome.
      def frozen_outcome = Exchange::FrozenOutcome.new(outcome)

      # Whether it is what a Result is, whatever the answers.
      def same_as?(result) = price == result.price && frozen_outcome.differences_from(result).empty?

      # All fields that the form showed, page by page.
      def answered = fields.flat_map { |page| page['groups'] }.flat_map { |group| group['fields'] }

      # What lists show of it.
      def about
        { 'part_number' => part_number.fetch('text', ''), 'price' => price, 'family' => family['name'], 'form' => form,
          'mass' => frozen_outcome.fact('mass').to_s }
      end

      # What it would be if it were filled in now: :same, :differs or :impossible; what would be different, {name => [kept, now]},
      # with price and mass; and why it is impossible, in words.
      Now = Struct.new(:status, :differences, :reasons)

      # The Now of it, with a Plan of the family, whatever became of that; for somebody who sees nothing but the form where it is
      # +discreet+.
      def now(plan, discreet: false)
        form = plan.family.form(self.form) or return impossible([Wording[:the_family_has_no_form_form_any, form: self.form]])
        filling = Filling.new(plan, form, answers, discreet: discreet)
        dropped = filling.dropped.map { |name| Wording[:the_answer_to_name_is_not_asked, name: name] }
        reasons = filling.findings.select(&:error?).map(&:message) + dropped
        differences = discreet ? shown_otherwise(filling) : differences_from(filling.result)
        return impossible(reasons.uniq, differences) if reasons.any?

        Now.new(differences.empty? ? :same : :differs, differences, [])
      rescue Refused, Plan::PickError, Plan::Broken => e
        impossible([e.full_text])
      end

      private

      def impossible(reasons, differences = {}) = Now.new(:impossible, differences, reasons)

      def differences_from(result) = frozen_outcome.differences_from(result).merge(facts_otherwise(result))

      # The same of what the form shows alone.
      def shown_otherwise(filling)
        kept, fresh = [fields, Configuration.shown(filling)].map do |pages|
          pages.flat_map { |page| page['groups'] }.flat_map { |group| group['fields'] }.to_h { |field| field.values_at('title', 'text') }
        end
        facts = facts_otherwise(filling.result)
        frozen_outcome.told(kept, fresh).merge(shows == 'none' ? facts.except('price') : facts)
      end

      def facts_otherwise(result)
        told = { 'price' => [price, result.price], 'mass' => [frozen_outcome.fact('mass'), result.fact_texts['mass']],
                 'size' => [frozen_outcome.fact('size'), result.fact_texts['size']] }
        told.reject { |_, (kept, fresh)| kept == fresh }
      end
    end
  end
end
