# frozen_string_literal: true

module VastLattice
  module Geometry
    module Stocks
      # A bought part, as its model shows it (Family::Model): nothing is made of it.
      module Bought
        extend Kind

        MODEL = Family::Measure.new(name: 'model', label: 'model', kind: 'text', begins: 'a model of this family')
        MASS = Family::Measure.new(name: 'mass', label: 'mass', unit: 'kg', optional: true, hint: 'by its material')
        MEASURES = [MODEL, MASS].freeze
        # Where it puts the Family::Model itself.
        KEPT = 'kept_model'

        # What stands ready.
        Draft = Struct.new(:blank)
        private_constant :Draft

        def self.name = 'bought'
        def self.title = 'Bought part'
        def self.outlines = ['model']
        def self.dimensions(_outline) = MEASURES
        def self.lists(_outline) = {}
        def self.worked? = false

        def self.resolved(stock, family)
          model = family.model(stock.dimensions['model'].to_s)
          model ? stock.with(dimensions: stock.dimensions.merge(KEPT => model)) : stock
        end

        # Raises Impossible where there is no such model, or it is damaged.
        def self.draft(stock, _outline, numbers)
          model = stock.dimensions[KEPT] or raise Impossible.new(Wording[:there_is_no_model_name, name: numbers['model'].to_s],
                                                                 remedy: Wording[:bring_a_step_file_in])
          shell = shell(model)
          Draft.new(Blank.new(bodies: [shell], walls: [], axis: Vector::X, mass: numbers['mass'], surface: shell.surface))
        end

        def self.shell(model)
          Shell.new(model)
        rescue Family::Model::Damaged => e
          raise Impossible.new(e.wording, remedy: e.advice)
        end
        private_class_method :shell
      end
    end
  end
end
