# frozen_string_literal: true

module VastLattice
  class Family
    # Edits as values: each is a function from a family to a changed family. They know the structure, not
    # the meaning; whether the result makes sense is the plan's to say.
    #
    #   Edits.apply(family, 'do' => 'set_cell', 'table' => 'size', 'row' => 'A', 'column' => 'length', 'text' => '2 m')
    module Edits
      # An edit that cannot be done: an unknown name, a missing argument.
      class Error < VastLattice::Error; end

      # Name of the edit => the module that has a function of that name.
      HANDLERS = [Whole, Parameters, Parts, Components, Shapes, Tables, Rows, Rules, Overrides, Forms, FormFields, Pictures,
                  DrawingSheets, Lists, Models, Options, Renames].flat_map do |handler|
        handler.singleton_methods(false).map { |name| [name.to_s, handler] }
      end.to_h.freeze

      # Applies an edit in its plain form: "do" names it, the other keys are its arguments. What is typed may come as a
      # text or as a number or yes/no of JSON; an argument without a value is not given.
      def self.apply(family, edit)
        edit = typed(edit.is_a?(Hash) ? edit.compact : edit)
        refuse_shape(edit)
        name = edit['do']
        handler = HANDLERS.fetch(name) do
          raise Error.new(Wording[:there_is_no_edit_name, name: name], remedy: Nearest.remedy(name, HANDLERS.keys, kind: 'edit'))
        end
        arguments = edit.except('do').transform_keys(&:to_sym)
        check(handler.method(name), arguments, name)
        handler.public_send(name, family, **arguments)
      end

      # With numbers, true and false as the texts that people type.
      def self.typed(value)
        case value
        when String then writable(value)
        when Hash then value.transform_values { |item| typed(item) }
        when Array then value.map { |item| typed(item) }
        when Numeric then value.to_s
        when true then 'yes'
        when false then 'no'
        else value
        end
      end

      def self.writable(text)
        why = Writable.fault(text) or return text
        shown = text.scrub('?').gsub(Writable::OTHER, '?')[0, 40]
        raise Error.new(Wording[:shown_cannot_be_kept_why, shown: shown, why: why], remedy: Wording[:take_it_out_it_is_often_pasted])
      end
      private_class_method :writable

      def self.refuse_shape(edit)
        fault = Schema.fault(edit) or return
        where = fault.empty? ? 'This edit' : "#{edit['do']}: #{Place.at(*fault)}"
        raise Error.new(Wording[:where_is_not_of_the_right_form, where: where], remedy: Wording[:docs_api_md_describes_every_edit])
      end
      private_class_method :refuse_shape

      def self.check(method, arguments, name)
        known = method.parameters.filter_map { |kind, key| key if %i[key keyreq].include?(kind) }
        missing = method.parameters.filter_map { |kind, key| key if kind == :keyreq } - arguments.keys
        raise Error, Wording[:name_needs_missing, name: name, missing: missing] if missing.any?

        stray = arguments.keys - known
        raise Error, Wording[:name_does_not_take_stray, name: name, stray: stray] if stray.any?
      end
      private_class_method :check

      # The item of that name in a list, or an Error that names the nearest.
      def self.find(list, name, kind)
        list.find { |item| item.name.casecmp?(name.to_s) } ||
          raise(Error.new(Wording[:there_is_no_kind_name, kind: kind, name: name],
                          remedy: Nearest.remedy(name.to_s, list.map(&:name), kind: kind)))
      end

      # The items of those names, as quickly for thousands as for one.
      def self.find_all(list, names, kind)
        by_name = list.to_h { |item| [item.name.downcase, item] }
        names.map { |name| by_name[name.to_s.downcase] || find(list, name, kind) }
      end

      # The list with one item replaced by what the block makes of it.
      def self.change(list, name, kind)
        item = find(list, name, kind)
        list.map { |other| other.equal?(item) ? yield(item) : other }
      end

      # The list with an item put in place of the one of the same name, or added at the end.
      def self.put(list, item)
        present = list.find { |other| other.name.casecmp?(item.name) }
        if present
          list.map { |other| other.equal?(present) ? item : other }
        else
          [*list, item]
        end
      end

      # The list with an item before another, or at the end.
      def self.moved(list, name, before, kind)
        item = find(list, name, kind)
        rest = list - [item]
        rest.insert(before ? rest.index(find(rest, before, kind)) : rest.size, item)
      end

      # The list without an item.
      def self.drop(list, name, kind) = list - [find(list, name, kind)]

      # All that shares one space of names.
      def self.named(family) = [*family.parameters, *family.parts, *family.components, *family.features, *family.tables]

      # A name that parameters, features and parts can have.
      def self.checked_name(name)
        name = name.to_s.strip
        return name if name.match?(/\A[\p{L}_][\p{L}\p{N}_]*\z/) && name.size <= 60

        raise Error.new(Wording[:name_cannot_be_a_name, name: name], remedy: Wording[:use_letters_digits_and_underscores_no_blanks])
      end

      # Raises Error for a set that no rule is in.
      def self.refuse_set(family, set)
        known = (family.rules + family.rule_tables).map(&:set).reject(&:empty?).uniq
        return if known.any? { |own| own.casecmp?(set) }

        raise Error.new(Wording[:there_is_no_set_of_rules_set, set: set], remedy: Nearest.remedy(set, known, kind: 'set'))
      end

      # A text that rows and rules can be called by.
      def self.checked_title(name, kind)
        name = name.to_s.strip
        return name if name.size.between?(1, 120)

        raise Error.new(Wording[:a_kind_needs_a_name, kind: kind], remedy: Wording[:type_one])
      end
    end
  end
end
