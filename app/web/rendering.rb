# frozen_string_literal: true

module VastLattice
  module Web
    # One way to render each kind of thing that pages have in many places. All give HTML that is escaped already.
    module Rendering
      # Another template of app/views with these locals.
      def partial(template, **locals) = erb(template, layout: false, locals: locals)

      # The options of a select: values that are their own words, or [value, words]; +chosen+ is selected.
      #   options(%w[before after], 'after')
      def options(values, chosen = nil)
        values.map do |value, words|
          %(<option value="#{h value}"#{' selected' if value.to_s == chosen.to_s}>#{h(words || value)}</option>)
        end.join
      end

      # An edit in plain form, but for what a field gives: change('rename_part', name: 'tube').
      def change(what, **given) = { 'do' => what, **given.transform_keys(&:to_s) }

      # A text that is kept by an edit and tried while it is typed: +like+ says as what ({'unit' => 'mm'}, {'condition' => true},
      # {'parameter' => name}, {'words' => true}). +shows+ names the dimension whose present value stands beside the label.
      def entry(id, label, value, edit, like: {}, hint: '', bare: false, shows: nil)
        partial(:_entry, id: id, label: label, value: value, edit: edit, like: like, placeholder: hint, hide_label: bare, shows: shows)
      end

      # A condition: typed, or put together from lists.
      def condition(id, label, value, edit, hint: '')
        partial(:'shape/_condition', id: id, label: label, value: value, edit: edit, hint: hint)
      end

      # A select whose choice is an edit, as its +argument+.
      def chooser(id, label, edit, values, chosen, bare: false, argument: 'text')
        partial(:_chooser, id: id, label: label, edit: edit, values: values, chosen: chosen, bare: bare, argument: argument)
      end

      # A name that can be changed where it stands: +edit+ renames what has it, but for the new name.
      def naming(id, name, edit) = partial(:_naming, id: id, name: name, edit: edit)

      # Where the family speaks of something.
      def uses(kind, name) = partial(:_uses, kind: kind, name: name)

      # A Family::Measure: an entry, or a chooser where it has words to choose from.
      def measure(id, measure, value, edit, shows:)
        if measure.choices
          own = value.to_s.start_with?('=') ? [value] : []
          return chooser(id, measure.label, edit, own + measure.choices, value || measure.default)
        end

        like = measure.number? ? { 'unit' => measure.unit } : { 'words' => true }
        hint = measure.default || (measure.optional ? measure.hint : '')
        entry(id, measure.label, value, edit, like: like, hint: hint, shows: measure.number? ? shows : nil)
      end
    end
  end
end
