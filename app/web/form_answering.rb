# frozen_string_literal: true

module VastLattice
  module Web
    # What is told of a form that is filled in, whether it is published or still designed.
    class FormAnswering
      # Options of pictures that whoever fills in a form can choose.
      WIDTH = 560.0
      TALLEST = 420.0
      # The pictures of proposals.
      SMALL = { width: 260.0, tallest: 150.0, dimensions: false }.freeze

      # +params+ choose the picture, as PictureParams; the dimensions are the main ones. What is told holds what the form asks for and
      # shows, and nothing else (Guide::Discretion).
      def initialize(filling, params)
        @filling = filling
        @view, *size = PictureParams.read(params).values_at(:view, :width, :height)
        @size = size.all? ? { width: size.first, height: size.last } : { width: WIDTH, tallest: TALLEST }
      end

      # Everything that follows an answer, in plain form (docs/api.md).
      def outcome
        { 'form' => filling.state.to_tree, 'answers' => filling.answers, 'dropped' => filling.dropped,
          'part_number' => part_number, **prices, 'facts' => facts, 'svg' => svg }
      end

      # Choices that are not possible now.
      def choices = { 'choices' => Guide::Choices.new(filling).to_tree }

      # The nearest valid products, each with what it changes and its picture.
      def proposals(wish)
        found = Guide::Proposals.new(filling, wish)
        { 'proposals' => found.all.map { |proposal| proposal_tree(found, proposal) } }
      end

      def mesh = Guide::Discretion.scene(filling.result.scene)

      private

      attr_reader :filling

      def part_number
        text, fresh = Variants::Known.of(filling.plan).part_number(filling.result.outcome, 'X')
        text ? { 'text' => text, 'fresh' => fresh } : nil
      end

      def prices
        told = { 'price' => filling.result.price, 'lines' => filling.result.told_lines.map(&:to_tree),
                 'unpriced' => filling.result.unpriced }
        Guide::Discretion.prices(told, filling.form.price)
      end

      def facts = filling.result.fact_texts.slice('mass', 'size')

      # The 3D view is drawn by the browser.
      def svg(filled = filling, size = @size)
        Guide::Discretion.picture(filled.result.view(@view, density: :main, **size)) unless @view == 'solid'
      end

      def proposal_tree(found, proposal)
        filled = found.filled(proposal)
        { 'answers' => filled.answers, 'changes' => changes(proposal, filled), 'follows' => follows(filled, proposal),
          'price' => price(filled), 'mass' => filled.result.fact_texts['mass'], 'svg' => svg(filled, SMALL) }
      end

      # The total, where it is shown at all.
      def price(filled) = filled.form.price == 'none' ? '' : filled.result.price

      def changes(proposal, filled)
        proposal.changes.map do |field, value|
          { 'title' => field.title, 'from' => shown(filling, field), 'to' => filled.state.text(field, value) }
        end
      end

      # What else becomes different of all that the form shows.
      def follows(filled, proposal)
        fields = filling.plan.form_fields.fetch(filling.form.name).select(&:target) - proposal.changes.keys
        told = fields.map { |field| { 'title' => field.title, 'from' => shown(filling, field), 'to' => shown(filled, field) } }
        told << { 'title' => 'Price', 'from' => price(filling), 'to' => price(filled) }
        told.reject { |one| one['from'] == one['to'] }
      end

      def shown(filled, field) = filled.state.text(field, filled.result.outcome.values[field.target.index])
    end
  end
end
