# frozen_string_literal: true

module VastLattice
  module Guide
    # A form that is published: the family as it was then, frozen, so that what the engineer does meanwhile reaches nobody before it
    # is published anew. +family+ has "slug", "name" and "version"; +body+ is the family in plain form,
    # +inner+ those that it uses; +origins+ are the sites that may show it inside their pages; it is +open+ until it is withdrawn. Who
    # published it, and when, stands in +by+ and +at+.
    class Publication < Value.with(:name, :family, :form, body: {}, inner: [], origins: [], open: true, by: '', at: '')
      extend TreeForm

      ORIGIN = %r{\Ahttps?://[a-z0-9.-]+(:\d{1,5})?\z}
      MOST_ORIGINS = 20

      # The form of a family as it is now. Raises Refused where it cannot be filled in.
      def self.of(plan, form, family:, origins: [], **published)
        fault = plan.breaking.first || plan.errors.find { |finding| finding.place&.path.to_a.first(2) == ['forms', form.name] }
        if fault
          raise Refused.new(Wording[:it_cannot_be_published_yet_fault, fault: fault.wording],
                            remedy: fault.advice || Wording[:mend_it_first])
        end
        if plan.form_fields.fetch(form.name).none?(&:answered?)
          raise Refused.new(Wording[:the_form_asks_for_nothing], remedy: Wording[:add_fields_first])
        end

        new(name: "#{plan.family.name}: #{form.title}", family: family, form: form.name,
            body: plan.family.with(forms: [form], base: nil).to_tree,
            inner: plan.placed.families.map { |inner| inner.with(forms: [], base: nil).to_tree }, origins: origins, **published)
      end

      # Origins that were typed, one on each line. Raises Refused.
      def self.origins_of(text)
        origins = text.split(/[\s,]+/).map { |one| one.downcase.chomp('/') }.reject(&:empty?).uniq
        wrong = origins.find { |one| !one.match?(ORIGIN) }
        if wrong
          raise Refused.new(Wording[:wrong_is_no_address_of_a_site, wrong: wrong[0, 80]],
                            remedy: Wording[:write_it_like_https_shop_example])
        end
        if origins.size > MOST_ORIGINS
          raise Refused.new(Wording[:at_most_most_origins_sites, most_origins: MOST_ORIGINS], remedy: Wording[:leave_some_out])
        end

        origins
      end

      # The same of a form that has another name now, or of a family that has.
      def renamed(form: self.form, family: self.family['name'])
        body = self.body.merge('name' => family, 'forms' => self.body['forms'].map { |own| own.merge('name' => form) })
        title = Family::Form.from_tree(body['forms'].first).title
        with(name: "#{family}: #{title}", form: form, family: self.family.merge('name' => family), body: body)
      end

      # What lists show of it.
      def about = { 'form' => form, 'version' => family['version'], 'open' => open, 'origins' => origins, 'by' => by, 'at' => at }

      # It compiled.
      class Opened < OpenForm
        attr_reader :publication

        def initialize(publication, plan = nil)
          @publication = publication
          plan ||= Opened.plan(publication)
          super(plan, plan.family.forms.first)
        end

        def self.plan(publication)
          return Plan.of(Family.new(name: publication.name)) if publication.body.empty?

          Plan.of(Family.from_tree(publication.body), library: Plan::Library.new(publication.inner.map { |tree| Family.from_tree(tree) }))
        end

        # The same with a publication of the same body.
        def with_publication(other) = Opened.new(other, plan)
      end
    end
  end
end
