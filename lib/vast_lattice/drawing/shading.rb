# frozen_string_literal: true

module VastLattice
  module Drawing
    # Fillings of a picture as SVG: one shade, or shades that run across what is round.
    class Shading
      EDGES = { across: %w[0 0 1 0], upwards: %w[0 0 0 1] }.freeze
      # Where shades of what is round stand across it, and what they are.
      STOPS = [0.02, 0.12, 0.3, 0.5, 0.7, 0.88, 0.98].map { |at| [at, Math.sqrt(1 - (((2 * at) - 1)**2))] }.freeze
      private_constant :EDGES, :STOPS

      def initialize
        @plain = {}
        @round = {}
      end

      # Of a colour in a tone (as of Canvas::Shape); the colour itself without one.
      def fill(colour, tone)
        return colour unless tone
        return @plain[[tone.round(2), colour]] ||= Shade.of(colour, tone) unless round?(tone)

        "url(##{@round[[tone, colour]] ||= "round-#{tone}-#{colour.delete('#')}"})"
      end

      def round?(tone) = EDGES.key?(tone)

      # What fillings refer to, as SVG; empty where nothing does.
      def definitions
        @round.map do |(tone, colour), name|
          ends = %w[x1 y1 x2 y2].zip(EDGES.fetch(tone)).map { |key, value| %(#{key}="#{value}") }.join(' ')
          stops = STOPS.map { |at, shade| %(<stop offset="#{at}" stop-color="#{Shade.of(colour, shade)}"/>) }.join
          %(<linearGradient id="#{name}" #{ends}>#{stops}</linearGradient>)
        end.join
      end
    end
  end
end
