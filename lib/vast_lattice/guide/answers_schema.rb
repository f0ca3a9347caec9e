# frozen_string_literal: true

module VastLattice
  module Guide
    # The JSON Schema (2020-12) of a form's answers, and the answers that it accepts. Names are those that the form asks for; pages
    # and groups stand in "x-pages", units in "x-unit", which other programs pass over. Steps are meant to nine decimals.
    class AnswersSchema
      DIALECT = 'https://json-schema.org/draft/2020-12/schema'

      def initialize(plan, form)
        @plan = plan
        @form = form
        @kinds = plan.form_fields.fetch(form.name).select(&:answered?).to_h { |field| [field.target.name, AnswerKind.new(plan, field)] }
      end

      # The schema as a tree.
      def to_tree
        about = { '$schema' => DIALECT, 'title' => @form.title }
        about['description'] = @form.note unless @form.note.empty?
        { **about, 'type' => 'object', 'additionalProperties' => false, 'properties' => @kinds.transform_values(&:schema),
                   'x-pages' => pages }
      end

      # Answers of JSON as the texts that a Filling takes. Raises Refused.
      def read(given)
        unless given.is_a?(Hash)
          raise Refused.new(Wording[:answers_must_be_an_object_of_names], remedy: Wording[:the_schema_of_the_form_shows])
        end

        given.to_h { |name, value| [name, kind(name).text(value)] }
      end

      private

      def kind(name)
        @kinds[name] || raise(Refused.new(Wording[:the_form_does_not_ask_for_name, name: name[0, 60]],
                                          remedy: Nearest.remedy(name[0, 60], @kinds.keys)))
      end

      def pages = @form.pages.map { |page| { 'title' => page.title, 'groups' => page.groups.map { |group| group_tree(group) } } }
      def group_tree(group) = { 'title' => group.title, 'fields' => group.fields.map(&:ask) & @kinds.keys }
    end
  end
end
