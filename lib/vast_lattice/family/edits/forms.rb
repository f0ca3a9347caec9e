# frozen_string_literal: true

module VastLattice
  class Family
    module Edits
      # Edits of forms. What is in a form is said by its numbers, from 0: "1" is a page, "1/0" a group on it, "1/0/2" a field.
      module Forms
        # What can be set of a form, a page, a group and a field.
        FIELDS = [%w[label note], %w[title note shown_when], %w[title note shown_when columns],
                  %w[control label help placeholder shown_when locked_when]].freeze
        # What may be gone altogether.
        OPTIONAL = %w[control shown_when locked_when].freeze

        # Adds a form given in plain form, or replaces the one of its name.
        def self.put_form(family, form:)
          made = Form.from_tree(form.merge('name' => Edits.checked_name(form['name'])))
          family.with(forms: Edits.put(family.forms, made))
        end

        # Removes a form.
        def self.remove_form(family, name:) = family.with(forms: Edits.drop(family.forms, name, 'form'))

        # Adds a field at the end of a form's last group, or of the group +within+.
        def self.add_field(family, form:, ask:, control: nil, within: nil)
          on(family, form) do |found|
            raise Error, "The form asks for #{ask} already." if found.fields.any? { |field| field.ask.casecmp?(ask) }

            found = found.with(pages: [Form::Page.new(title: found.title)]) if found.pages.empty?
            at = within ? numbers(within) : [found.pages.size - 1, [found.pages.last.groups.size - 1, 0].max]
            found = changed(found, at.first(1)) { |page| page.groups.empty? ? page.with(groups: [Form::Group.new]) : page }
            changed(found, at) { |group| group.with(fields: [*group.fields, Form::Field.new(ask: ask, control: control)]) }
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

        # Adds a page at the end of a form, or a group at the end of the page +within+.
        def self.add_form_item(family, form:, title:, within: '')
          on(family, form) do |found|
            at = numbers(within)
            raise Error.new('Only pages and groups are added so.', remedy: 'Fields are added with add_field.') if at.size > 1

            title = Edits.checked_title(title, 'page') if at.empty?
            made = at.empty? ? Form::Page.new(title: title, groups: [Form::Group.new]) : Form::Group.new(title: title)
            changed(found, at) { |item| item.with(item.class.list => [*item.public_send(item.class.list), made]) }
          end
        end

        # Removes a page, a group or a field.
        def self.remove_form_item(family, form:, place:)
          on(family, form) { |found| taken(found, numbers(place)).last }
        end

        # Moves a page, a group or a field to the place +to+ (numbers as they are before it is taken away), also into another
        # group or page.
        def self.move_form_item(family, form:, place:, to:)
          on(family, form) do |found|
            from = numbers(place)
            till = numbers(to)
            unless from.size == till.size
              raise Error.new("#{place} cannot stand at #{to}.",
                              remedy: 'Pages stand in the form, groups on pages, fields in groups.')
            end

            moved, rest = taken(found, from)
            # Whatever stands behind it moves up; so do the items of what it is moved into.
            till[from.size - 1] -= 1 if from[0...-1] == till[0...-1] && from.last < till.last
            changed(rest, till[0...-1]) { |holder| inserted(holder, till.last, moved) }
          end
        end

        # Sets a field of the form (place "") or of something in it; an empty text clears what may be gone.
        def self.set_form_item(family, form:, field:, text:, place: '')
          at = numbers(place)
          known = FIELDS.fetch(at.size)
          raise Error.new("That has no #{field}.", remedy: Nearest.remedy(field, known, kind: 'field')) unless known.include?(field)

          on(family, form) { |found| changed(found, at) { |own| own.with(field.to_sym => value(field, text.strip)) } }
        end

        def self.value(field, text)
          return OPTIONAL.include?(field) && text.empty? ? nil : text unless field == 'columns'

          Integer(text, 10, exception: false).then do |number|
            number&.between?(1, 3) ? number : raise(Error.new('A group has 1 to 3 columns.', remedy: 'Choose one of these.'))
          end
        end
        private_class_method :value

        def self.on(family, form, &) = family.with(forms: Edits.change(family.forms, form, 'form', &))
        private_class_method :on

        def self.numbers(text)
          return [] if text.empty?

          list = text.split('/').map { |part| Integer(part, 10, exception: false) || stray(text) }
          stray(text) if list.size > 3 || list.any?(&:negative?)
          list
        end
        private_class_method :numbers

        def self.stray(text)
          raise(Error.new("There is no \"#{text}\" in this form.", remedy: 'Look at the form again: it may have been changed.'))
        end
        private_class_method :stray

        # The form (or a part of it) with what stands at these numbers replaced by what the block makes of it.
        def self.changed(holder, numbers, &)
          return yield(holder) if numbers.empty?

          first, *rest = numbers
          list = holder.public_send(holder.class.list)
          stray(first.to_s) unless first < list.size
          holder.with(holder.class.list => list.each_with_index.map { |item, index| index == first ? changed(item, rest, &) : item })
        end
        private_class_method :changed

        # [what stands there, the form without it]
        def self.taken(form, numbers)
          stray('') if numbers.empty?
          gone = nil
          rest = changed(form, numbers[0...-1]) do |holder|
            list = holder.public_send(holder.class.list)
            gone = list[numbers.last] || stray(numbers.join('/'))
            holder.with(holder.class.list => list.each_with_index.reject { |_, index| index == numbers.last }.map(&:first))
          end
          [gone, rest]
        end
        private_class_method :taken

        def self.inserted(holder, number, item)
          list = holder.public_send(holder.class.list).dup
          holder.with(holder.class.list => list.insert(number.clamp(0, list.size), item))
        end
        private_class_method :inserted
      end
    end
  end
end
