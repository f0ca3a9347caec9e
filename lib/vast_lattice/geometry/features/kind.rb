# frozen_string_literal: true

module VastLattice
  module Geometry
    module Features
      # What every kind of feature answers unless it says otherwise. A kind is written as
      #
      #   module KeyWay
      #     extend Cutting                            # or Adding, Marking, Reshaping: its +role+ :cut, :add, :mark, :reshape
      #     WIDTH = Family::Measure.new(name: 'width', label: 'width')
      #
      #     def self.name = 'key_way'                 # in files
      #     def self.title = 'Key way'                # for people
      #     def self.measures = [WIDTH, DEPTH]        # what it asks for; all else follows from them: fields, file, checks
      #     def self.loop(numbers) = Loop.rectangle(numbers['width'], numbers['width'])   # mm; nil where it is impossible
      #     def self.callout(texts) = "#{texts['width']} wide"                            # written at it in a drawing
      #   end
      #
      # and registered by one line. While a solid is built, +loop+ or +layers+ is called once for each instance, with its
      # numbers by measure: Floats in mm or degrees, Strings for choices, nil for what is optional and blank. What cannot be
      # made raises Impossible with a remedy.
      module Kind
        # Kinds of stock that it suits; nil for any.
        def stocks = nil

        # Whether it has a place on a face.
        def placed? = true

        # Whether it has one only along the part.
        def along? = false

        # Whether it is reported where it crosses the edge of its face.
        def inside? = true

        # The kind of operation that makes it (of Workshop::OPERATIONS), :none where it takes none of its own, or nil where its shape says.
        def operation = nil

        # Bodies that it takes away as they are, beside its layers.
        def bodies(_numbers, _seat) = []
      end
    end
  end
end
