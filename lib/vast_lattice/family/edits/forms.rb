# frozen_string_literal: true

module VastLattice
  class Family
    module Edits
      # Edits of forms. What is in a form is said by its numbers, from 0: "1" is a page, "1/0" a group on it, "1/0/2" a field.
      module Forms
        # What can be set of a form, a page, a group and a field.
        FIELDS = [%w[label note picture filled display price], %w[title note picture shown_when], %w[title note picture shown_when columns],
                  %w[control label help placeholder picture shown_when locked_when unit least most step default order text does]].freeze
        # What may be gone altogether.
        OPTIONAL = %w[control shown_when locked_when].freeze

        # Adds a form given in plain form, or replaces the one of its name.
        def self.put_form(family, form:)
          made = Form.from_tree(form.merge('name' => Edits.checked_name(form['name'])))
          family.with(forms: Edits.put(family.forms, made))
        end

        # Removes a form.
        def self.remove_form(family, name:) = family.with(forms: Edits.drop(family.forms, name, 'form'))

        # Adds a field at the end of a form's last group, of the group +within+, or at a +place+. One that asks for nothing says so
        # by its +control+.
        def self.add_field(family, form:, ask: '', control: nil, within: nil, place: nil)
          FormTree.on(family, form) do |found|
            refuse_field(found, ask, control)
            found = found.with(pages: [Form::Page.new(title: found.title)]) if found.pages.empty?
            *at, number = place ? FormTree.numbers(place) : [*group_for(found, within), nil]
            found = FormTree.changed(found, at.first(1)) { |page| page.groups.empty? ? page.with(groups: [Form::Group.new]) : page }
            FormTree.changed(found, at) { |group| FormTree.inserted(group, number || group.fields.size, Form::Field.new(ask: ask, control: control)) }
          end
        end

        def self.refuse_field(form, ask, control)
          raise Error, Wording[:the_form_asks_for_ask_already, ask: ask] if !ask.empty? && form.field(ask)
          raise Error.new(Wording[:a_field_asks_for_something], remedy: Wording[:say_which]) if ask.empty? && control.to_s.empty?
        end
        private_class_method :refuse_field

        def self.group_for(form, within)
          within ? FormTree.numbers(within) : [form.pages.size - 1, [form.pages.last.groups.size - 1, 0].max]
        end
        private_class_method :group_for

        # Removes the field that asks for a parameter.
        def self.remove_field(family, form:, ask:)
          FormTree.on(family, form) do |found|
            found.with(pages: found.pages.map do |page|
              page.with(groups: page.groups.map do |group|
                group.with(fields: group.fields.reject do |field|
                  field.asks? && field.ask.casecmp?(ask)
                end)
              end)
            end)
          end
        end

        # Adds a page at the end of a form, or a group at the end of the page +within+.
        def self.add_form_item(family, form:, title:, within: '')
          FormTree.on(family, form) do |found|
            at = FormTree.numbers(within)
            raise Error.new(Wording[:only_pages_and_groups_are_added], remedy: Wording[:fields_are_added_with_add_field]) if at.size > 1

            title = Edits.checked_title(title, 'page') if at.empty?
            made = at.empty? ? Form::Page.new(title: title, groups: [Form::Group.new]) : Form::Group.new(title: title)
            FormTree.changed(found, at) { |item| item.with(item.class.list => [*item.public_send(item.class.list), made]) }
          end
        end

        # Removes a page, a group or a field.
        def self.remove_form_item(family, form:, place:)
          FormTree.on(family, form) { |found| FormTree.taken(found, FormTree.numbers(place)).last }
        end

        # Moves a page, a group or a field to the place +to+ (numbers as they are before it is taken away), also into another
        # group or page; and to another level: a field becomes a group or a page of its own, a group a page; the fields of a group
        # join those of another, the groups of a page those of another.
        def self.move_form_item(family, form:, place:, to:)
          FormTree.on(family, form) { |found| FormTree.moved(found, FormTree.numbers(place), FormTree.numbers(to)) }
        end

        # Sets a field of the form (place "") or of something in it; an empty text clears what may be gone.
        def self.set_form_item(family, form:, field:, text:, place: '')
          at = FormTree.numbers(place)
          FormTree.refuse_unknown(field, FIELDS.fetch(at.size))
          FormTree.on(family, form) { |found| FormTree.changed(found, at) { |own| own.with(field.to_sym => value(field, text.strip)) } }
        end

        def self.value(field, text)
          case field
          when 'columns' then columns(text)
          when 'order' then FormTree.listed(text)
          when 'display' then Units::Display.checked(text).name
          when 'filled' then one_of(Form::FILLED, text, Wording[:a_form_is_filled_live_or_applied])
          when 'price' then one_of(Form::PRICES.keys, text, Wording[:a_form_shows_the_total])
          else OPTIONAL.include?(field) && text.empty? ? nil : text
          end
        end
        private_class_method :value

        def self.one_of(known, text, words) = known.include?(text) ? text : raise(Error.new(words, remedy: Wording[:choose_one]))
        private_class_method :one_of

        def self.columns(text)
          number = Integer(text, 10, exception: false)
          number&.between?(1, 3) ? number : raise(Error.new(Wording[:a_group_has_so_many_columns], remedy: Wording[:choose_one_of_these]))
        end
        private_class_method :columns
      end
    end
  end
end
