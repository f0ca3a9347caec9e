# frozen_string_literal: true

module VastLattice
  class Family
    module Edits
      # Edits of the models of bought parts.
      module Models
        # Adds a model in plain form, or replaces the one of its name; what it holds was found out before (ExactSolids.read).
        def self.put_model(family, model:)
          made = Model.from_tree(model.merge('name' => Edits.checked_name(model['name'])))
          made.told
          family.with(models: Edits.put(family.models, made))
        end

        # Removes a model; parts that have it say that it is not there.
        def self.remove_model(family, name:) = family.with(models: Edits.drop(family.models, name, 'model'))
      end
    end
  end
end
