# frozen_string_literal: true

module VastLattice
  module Web
    # What the Because panel tells of a feature beside its reasons: how near it comes to an edge and to its neighbours.
    class FeatureFacts
      # +target+ is any Plan::Target; only states of features have such facts.
      def initialize(model, target)
        @model = model
        @placed = target.state? ? model.feature(target.subject.name) : nil
      end

      # Texts for people.
      def lines
        return [] unless @placed&.built? && @placed.loops.any? && @placed.kind.role == :cut

        solid = @model.solids.find { |own| own.features.include?(@placed) }
        distances = Geometry::Distances.new(solid.solid)
        { 'nearest to an edge' => distances.to_edge(@placed), 'nearest to another' => distances.to_neighbour(@placed) }
          .filter_map { |words, found| found && "#{words}: #{text(found)}" }
      end

      private

      def text(found)
        amount = Units::Format.millimetres(found.amount.round(2))
        found.what == 'an edge' ? amount : "#{amount} to #{found.what}"
      end
    end
  end
end
