# frozen_string_literal: true

module VastLattice
  module Drawing
    # What the roles of a picture on the screen look like: attributes of SVG by role. Presentation attributes, so that a picture needs no
    # style sheet and a page may still restyle it. Kinds of lines by ISO 128-2.
    module Strokes
      EDGE = '#1d2733'
      HIDDEN = '#5b6875'
      CENTRE = '#7a6a4f'
      INK = '#2d3a4a'
      MEASURE = '#7a2e55'
      HATCH = 'hatch'

      LINED = { stroke: EDGE, stroke_width: 1.5, stroke_linejoin: 'round' }.freeze
      THIN = { stroke: INK, stroke_width: 0.7 }.freeze
      private_constant :LINED, :THIN

      BY_ROLE = {
        # Faces that are looked at from the front, with their outline or without; others, of their own shade.
        face: { class: 'face', fill_rule: 'evenodd', **LINED },
        bare_face: { class: 'face', fill_rule: 'evenodd' },
        shade: { fill_rule: 'evenodd', stroke_width: 0.4 },
        outline: { fill: 'none', **LINED },
        edge: { fill: 'none', stroke: EDGE, stroke_width: 1.3, stroke_linecap: 'round' },
        hatch: { fill: "url(##{HATCH})", fill_rule: 'evenodd' },
        hidden: { class: 'hidden-edge', fill: 'none', stroke: HIDDEN, stroke_width: 0.6, stroke_dasharray: '4 2' },
        # Features: what one looks onto, what lies behind it or reaches past the part, what is seen from elsewhere, what is not yet there.
        feature: { fill: 'transparent', stroke: EDGE, stroke_width: 1.2 },
        feature_behind: { fill: 'transparent', stroke: EDGE, stroke_width: 1.2, stroke_dasharray: '3 2' },
        feature_aside: { fill: 'transparent', stroke: EDGE, stroke_width: 0.7, stroke_dasharray: '3 2' },
        later: { class: 'later', fill: 'none', stroke: EDGE, stroke_width: 0.8, stroke_dasharray: '2 3', opacity: 0.45 },
        opening: { fill: '#ffffff', stroke: EDGE, stroke_width: 1.2 },
        centre: { fill: 'none', stroke: CENTRE, stroke_width: 0.6, stroke_dasharray: '7 2 1.5 2' },
        bend: { stroke: CENTRE, stroke_width: 0.8, stroke_dasharray: '9 2 1.5 2 1.5 2' },
        engraved: { fill: EDGE, class: 'engraved' },
        dimension: THIN,
        arrow: { fill: INK },
        # Lines that pass below a text leave it readable.
        dimension_text: { font_size: 11, fill: INK, class: 'dimension-text', stroke: '#ffffff', stroke_width: 3, stroke_opacity: 0.85,
                          paint_order: 'stroke' },
        leader: { stroke: INK, stroke_width: 0.5 },
        break_line: { fill: 'none', stroke: INK, stroke_width: 0.9, class: 'break-line' },
        break_cover: { fill: '#ffffff', class: 'break-cover' },
        # What distances are measured between: what is seen of it, and where the mouse finds it.
        spot: { stroke: MEASURE, stroke_width: 1.2, fill: 'none' },
        spot_face: { stroke: MEASURE, stroke_width: 1.2, fill: '#ffffff', fill_opacity: 0.7 },
        spot_edge: { stroke: MEASURE, stroke_width: 1.2, class: 'measure-line' },
        spot_room: { fill: 'transparent' },
        spot_edge_room: { stroke: MEASURE, stroke_width: 5, stroke_opacity: 0.01 }
      }.freeze

      # The same where many bodies are drawn small.
      FINE = BY_ROLE.merge(%i[face outline edge].to_h { |role| [role, BY_ROLE.fetch(role).merge(stroke_width: 0.9).freeze] }).freeze
    end
  end
end
