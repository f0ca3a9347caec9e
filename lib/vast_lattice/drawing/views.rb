# frozen_string_literal: true

module VastLattice
  module Drawing
    # The directions from which a model is drawn: a Frame with its n towards the eye (first angle and third angle
    # differ in where views stand on a sheet, not in the views themselves).
    module Views
      V = Geometry::Vector
      FRONT = Geometry::Frame::SPACE
      TOP = Geometry::Frame.at([0.0, 0.0, 0.0], V::X, [0.0, 0.0, -1.0])
      BOTTOM = Geometry::Frame.at([0.0, 0.0, 0.0], V::X, V::Z)
      RIGHT = Geometry::Frame.at([0.0, 0.0, 0.0], [0.0, 0.0, -1.0], V::Y)
      BACK = Geometry::Frame.at([0.0, 0.0, 0.0], [-1.0, 0.0, 0.0], V::Y)
      FRAMES = { 'front' => FRONT, 'top' => TOP, 'bottom' => BOTTOM, 'end' => RIGHT, 'back' => BACK, 'section' => RIGHT }.freeze
      # From where one looks at a section across an axis; what is nearer to the eye is cut away.
      SECTIONS = { 'x' => RIGHT, 'y' => TOP, 'z' => FRONT }.freeze
      NAMES = [*FRAMES.keys, 'flat'].freeze
      TITLES = { 'front' => 'Front view', 'top' => 'View from the top', 'bottom' => 'View from below', 'end' => 'View of the right end',
                 'back' => 'View from the back', 'section' => 'Section', 'flat' => 'Flat pattern' }.freeze
    end
  end
end
