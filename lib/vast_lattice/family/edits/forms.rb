# frozen_string_literal: true

module VastLattice
  class Family
    module Edits
      # Edits of forms.
      module Forms
        # Adds a form given in plain form, or replaces the one of its name.
        def self.put_form(family, form:)
          made = Form.from_tree(form.merge('name' => Edits.checked_name(form['name'])))
          family.with(forms: Edits.put(family.forms, made))
        end

        # Adds a field at the end of a form's last group.
        def self.add_field(family, form:, ask:, control: nil)
          on(family, form) do |found|
            raise Error, "The form asks for #{ask} already." if found.fields.any? { |field| field.ask.casecmp?(ask) }

            *pages, page = found.pages.empty? ? [Form::Page.new(title: found.title)] : found.pages
            *groups, group = page.groups.empty? ? [Form::Group.new] : page.groups
            field = Form::Field.new(ask: ask, control: control)
            found.with(pages: [*pages, page.with(groups: [*groups, group.with(fields: [*group.fields, field])])])
          end
        end

        # Removes the field that asks for a parameter.
        def self.remove_field(family, form:, ask:)
          on(family, form) do |found|
            found.with(pages: found.pages.map do |page|
              page.with(groups: page.groups.map { |group| group.with(fields: group.fields.reject { |field| field.ask.casecmp?(ask) }) })
            end)
          end
        end

        def self.on(family, form, &) = family.with(forms: Edits.change(family.forms, form, 'form', &))
        private_class_method :on
      end
    end
  end
end
