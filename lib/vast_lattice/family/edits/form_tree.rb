# frozen_string_literal: true

module VastLattice
  class Family
    module Edits
      # Finding and changing what is in a form by its numbers, from 0: "1" is a page, "1/0" a group on it, "1/0/2" a field.
      module FormTree
        # The family with a form (or, by its place, a field of one) replaced by what the block makes of it.
        def self.on(family, form, &) = family.with(forms: Edits.change(family.forms, form, 'form', &))

        # The numbers of a place.
        def self.numbers(text)
          return [] if text.empty?

          list = text.split('/').map { |part| Integer(part, 10, exception: false) || stray(text) }
          stray(text) if list.size > 3 || list.any?(&:negative?)
          list
        end

        # Raises Error for what is not there.
        def self.stray(text)
          raise(Error.new(Wording[:there_is_no_text_in_this_form, text: text], remedy: Wording[:look_at_the_form_again_it_may]))
        end

        # The form (or a part of it) with what stands at these numbers replaced by what the block makes of it.
        def self.changed(holder, numbers, &)
          return yield(holder) if numbers.empty?

          first, *rest = numbers
          list = holder.public_send(holder.class.list)
          stray(first.to_s) unless first < list.size
          holder.with(holder.class.list => list.each_with_index.map { |item, index| index == first ? changed(item, rest, &) : item })
        end

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

        # A page or a group with one more item at a number.
        def self.inserted(holder, number, item)
          list = holder.public_send(holder.class.list).dup
          holder.with(holder.class.list => list.insert(number.clamp(0, list.size), item))
        end

        # The form with what stands at +from+ moved to +till+, perhaps on another level.
        def self.moved(form, from, till)
          stray(till.join('/')) if till.empty?
          refuse_inside(from, till)
          item, rest = taken(form, from)
          till = behind(from, till)
          fitting(item, from.size, till.size).reverse.reduce(rest) do |made, one|
            changed(made, till[0...-1]) { |holder| inserted(holder, till.last, one) }
          end
        end

        # Nothing can be moved into itself.
        def self.refuse_inside(from, till)
          return unless till.size > from.size && till.first(from.size) == from

          raise Error.new(Wording[:from_cannot_stand_in_itself, from: from.join('/')], remedy: Wording[:move_it_into_another_one])
        end
        private_class_method :refuse_inside

        # Whatever stands behind what is taken away moves up.
        def self.behind(from, till)
          same = from[0...-1] == till.first(from.size - 1) && till.size >= from.size
          return till unless same && from.last < till[from.size - 1]

          till.each_with_index.map { |number, index| index == from.size - 1 ? number - 1 : number }
        end
        private_class_method :behind

        # What an item of one level becomes on another: a list of items.
        def self.fitting(item, from, till)
          return [item] if from == till
          return fitting(lifted(item), from - 1, till) if from > till

          item.public_send(item.class.list).flat_map { |inner| fitting(inner, from + 1, till) }
        end
        private_class_method :fitting

        # A field as a group of its own, a group as a page.
        def self.lifted(item)
          return Form::Group.new(fields: [item]) if item.is_a?(Form::Field)

          Form::Page.new(title: item.title.empty? ? 'New page' : item.title, groups: [item.with(title: '')])
        end
        private_class_method :lifted

        # A field by its place.
        def self.on_field(family, form, place, &)
          at = numbers(place)
          stray(place) unless at.size == 3
          on(family, form) { |found| changed(found, at, &) }
        end

        # Raises Error for a field that is none of those known.
        def self.refuse_unknown(field, known)
          return if known.include?(field)

          raise Error.new(Wording[:that_has_no_field, field: field], remedy: Nearest.remedy(field, known, kind: 'field'))
        end

        # The items of a text with commas.
        def self.listed(text) = text.split(',').map(&:strip).reject(&:empty?)
      end
    end
  end
end
