# frozen_string_literal: true

module VastLattice
  class Family
    module Edits
      # An option of a product, put up at once from what it takes: a parameter that is asked for, the cut that it brings into parts, what it
      # costs, and the question in a form. All of these are ordinary elements, which can be changed one by one afterwards.
      module Options
        # Adds an option: yes or no, or one of +choices+ (with commas; the first is without it). Its +cut+ ({"kind", and its dimensions})
        # comes into +parts+ [{"part", "from", "offset", "face"}, …], along the +along+ direction, each with an offset of its own, in the
        # middle across. +price+ is an amount, or one for each further choice, with semicolons; +per+ as of prices. +components+ that have a
        # parameter of that name follow it. +form+ asks for it.
        def self.add_option(family, name:, label: '', choices: '', cut: {}, parts: [], along: 'horizontal', price: '', per: '',
                            components: [], form: '')
          option = OptionDraft.new(name: fresh(family, name), label: label.strip, choices: choices.split(',').map(&:strip).reject(&:empty?))
          made = Parameters.put_parameter(family, name: option.name, fields: option.fields)
          made = option.features(cut, parts, along).reduce(made) do |own, (part, feature)|
            Shapes.add_feature(own, part: part, feature: feature)
          end
          option.rule(price, per)&.then { |rule| made = Rules.put_rule(made, rule: rule) }
          made = Components.give_components(made, components: components, path: option.name, text: "=#{option.name}") if components.any?
          form.empty? ? made : Forms.add_field(made, form: form, ask: option.name)
        end

        def self.fresh(family, name)
          name = Edits.checked_name(name)
          return name if Edits.named(family).none? { |own| own.name.casecmp?(name) }

          raise Error.new(Wording[:name_is_taken_already, name: name], remedy: Wording[:choose_another_name])
        end
        private_class_method :fresh
      end
    end
  end
end
