# frozen_string_literal: true

module VastLattice
  module Geometry
    module Ruling
      # Integrals of several numbers at once by the rule of Gauss and Kronrod with 7 and 15 nodes (Kronrod 1965; figures of QUADPACK, 1983,
      # from memory; held against integrals of powers), with a sine in between that takes away the steep ends of round shapes.
      module Quadrature
        NODES = [0.991455371120812639206854697526329, 0.949107912342758524526189684047851, 0.864864423359769072789712788640926,
                 0.741531185599394439863864773280788, 0.586087235467691130294144691258380, 0.405845151377397166906606412076961,
                 0.207784955007898467600689403773245, 0.0].freeze
        KRONROD = [0.022935322010529224963732008058970, 0.063092092629978553290700663189204, 0.104790010322250183839876322541518,
                   0.140653259715525918745189590510238, 0.169004726639267902826583426598550, 0.190350578064785409913256402421014,
                   0.204432940075298892414161999234649, 0.209482141084727828012999174891714].freeze
        GAUSS = [0.0, 0.129484966168869693270611432679082, 0.0, 0.279705391489276667901467771423780, 0.0,
                 0.381830050505118944950369775488975, 0.0, 0.417959183673469387755102040816327].freeze
        # [node, weight of Kronrod, weight of Gauss], from -1 to 1.
        RULE = NODES.zip(KRONROD, GAUSS).flat_map { |node, *weights| [-node, node].uniq.map { |one| [one, *weights] } }
                    .sort_by(&:first).freeze
        # Places and weights between 0 and 1.
        PLACES = RULE.map do |node, kronrod, gauss|
          angle = node * Math::PI / 2
          slope = Math::PI / 4 * Math.cos(angle)
          [(Math.sin(angle) + 1) / 2, kronrod * slope, gauss * slope]
        end.freeze

        # A stretch is cut so often at most; and where numbers change their character it is cut as exactly as this part of it.
        CUTS = 16
        PLACED = 1e-10

        module_function

        # Integrals of what the block gives at a place: numbers, and a character that they keep as long as they change smoothly. +exact+ is
        # how far each integral may be off.
        def integral(from, till, exact, cuts = CUTS, &)
          width = till - from
          places = PLACES.map { |share, *| from + (share * width) }
          given = places.map(&)
          changed = (1...places.size).find { |index| given[index].last != given[index - 1].last }
          if changed && cuts.positive?
            at = turn(places[changed - 1], places[changed], given[changed - 1].last, width * PLACED, &)
            return parts(from, at, till, exact, cuts, &)
          end

          fine, rough = sums(given, width, exact.size)
          return fine if cuts.zero? || fine.each_index.all? { |index| (fine[index] - rough[index]).abs <= exact[index] }

          parts(from, (from + till) / 2, till, exact, cuts, &)
        end

        def parts(from, middle, till, exact, cuts, &)
          one = integral(from, middle, exact, cuts - 1, &)
          other = integral(middle, till, exact, cuts - 1, &)
          one.zip(other).map(&:sum)
        end

        # Where the character ceases to be the one at +from+.
        def turn(from, till, character, within)
          while till - from > within
            middle = (from + till) / 2
            yield(middle).last == character ? from = middle : till = middle
          end
          (from + till) / 2
        end

        def sums(given, width, size)
          fine = Array.new(size, 0.0)
          rough = Array.new(size, 0.0)
          PLACES.each_with_index do |(_, kronrod, gauss), at|
            given[at].first.each_with_index do |number, index|
              fine[index] += number * kronrod * width
              rough[index] += number * gauss * width
            end
          end
          [fine, rough]
        end
        private_class_method :parts, :turn, :sums
      end
    end
  end
end
