# frozen_string_literal: true

module VastLattice
  module Exchange
    # A lattice as SVG: a weave of cells. Filled is built and shown, striped is hidden, an empty dashed cell is
    # suppressed; the colour and the mark in it say who decides.
    class LatticePicture
      CELL = 22.0
      LEFT = 190.0
      TOP = 120.0
      INK = '#1f2a37'
      COLOURS = { 'p' => '#8a2f6b', 't' => '#1d5a96', 'r' => '#a3441a', 'f' => '#38682b', 's' => '#0f6b6a', 'l' => '#7a5c00',
                  'd' => '#5d6470' }.freeze
      # Outlines of the marks in a square of 14, as on the screens.
      MARKS = { 'p' => 'M2 7a5 5 0 1 0 10 0a5 5 0 1 0-10 0z', 't' => 'M2 2h4v4H2zM8 2h4v4H8zM2 8h4v4H2zM8 8h4v4H8z',
                'r' => 'M7 1l6 6-6 6-6-6z', 'f' => 'M1 12L7 2l6 10z', 's' => 'M5 3a4 4 0 1 0 0 8 4 4 0 0 0 0-8z',
                'l' => 'M3 1h6l3 3v9H3z', 'd' => 'M2 5h10v1.6H2zM2 8.4h10V10H2z' }.freeze

      def initialize(lattice)
        @lattice = lattice
      end

      def to_svg
        width = LEFT + (@lattice.names.size * CELL) + 10
        height = TOP + (@lattice.lines.size * CELL) + 34
        size = %(viewBox="0 0 #{width} #{height}" width="#{width}" height="#{height}")
        lines = @lattice.lines.each_with_index.map { |line, row| line(line, row) }
        head = %(<svg xmlns="http://www.w3.org/2000/svg" #{size} font-family="sans-serif" font-size="12" fill="#{INK}">)
        [head, stripes, names, *lines, key(height), '</svg>'].join
      end

      private

      def stripes
        patterns = COLOURS.map do |letter, colour|
          stripe = %(<path d="M0 0v6" stroke="#{colour}" stroke-width="4"/>)
          turned = 'width="6" height="6" patternUnits="userSpaceOnUse" patternTransform="rotate(45)"'
          %(<pattern id="hidden-#{letter}" #{turned}>#{stripe}</pattern>)
        end
        "<defs>#{patterns.join}</defs>"
      end

      def names
        @lattice.names.each_with_index.map do |name, column|
          x = LEFT + ((column + 0.7) * CELL)
          %(<text transform="translate(#{x.round(1)} #{TOP - 6}) rotate(-60)">#{name.encode(xml: :text)}</text>)
        end.join
      end

      def line(line, row)
        y = TOP + (row * CELL)
        weight = line.part ? ' font-weight="700"' : ''
        title = %(<text x="#{line.part ? 4 : 16}" y="#{y + 15}"#{weight}>#{line.title.encode(xml: :text)}</text>)
        cells = line.states.each_char.zip(line.deciders.each_char).each_with_index.map do |(state, decider), column|
          cell(state, decider, LEFT + (column * CELL), y)
        end
        title + cells.join
      end

      def cell(state, decider, left, top)
        colour = COLOURS.fetch(decider)
        fill = { 's' => colour, 'h' => "url(#hidden-#{decider})", 'x' => 'none', 'u' => 'none' }.fetch(state)
        return undefined(left, top) if state == 'u'

        dash = state == 'x' ? ' stroke-dasharray="3 2"' : ''
        mark = state == 's' ? '#fffdf8' : colour
        ground = state == 'h' ? %(<rect x="#{left + 5}" y="#{top + 5}" width="12" height="12" fill="#fffdf8"/>) : ''
        place = %(x="#{left + 1}" y="#{top + 1}" width="#{CELL - 2}" height="#{CELL - 2}")
        %(<rect #{place} fill="#{fill}" stroke="#{colour}"#{dash}/>#{ground}) +
          %(<path transform="translate(#{left + 6} #{top + 6}) scale(.7)" d="#{MARKS.fetch(decider)}" fill="#{mark}"/>)
      end

      # A cross, as for a mistake.
      def undefined(left, top)
        %(<path d="M#{left + 3} #{top + 3}l16 16M#{left + 19} #{top + 3}l-16 16" stroke="#a11b1b" stroke-width="3"/>)
      end

      def key(height)
        words = { 'crossed' => 'undefined', 'filled' => 'built and shown', 'striped' => 'hidden',
                  'dashed' => 'suppressed' }.map do |look, word|
          "#{look}: #{word}"
        end
        marks = Variants::Lattice::DECIDERS.each_with_index.map do |(word, letter), index|
          x = LEFT + 10 + (index * 84)
          mark = %(<path transform="translate(#{x} #{height - 22}) scale(.8)" d="#{MARKS.fetch(letter)}" fill="#{COLOURS.fetch(letter)}"/>)
          %(#{mark}<text x="#{x + 16}" y="#{height - 12}">#{word}</text>)
        end
        %(<text x="4" y="#{height - 12}" font-size="10">#{words.join(', ')}</text>#{marks.join})
      end
    end
  end
end
