# frozen_string_literal: true

module VastLattice
  module DrawingSheets
    # Scales of ISO 5455: 1, 2 and 5 with powers of ten, of enlargement and of reduction.
    module Scale
      STEPS = [1, 2, 5].freeze
      # The largest first.
      ALL = [*[1, 0].flat_map { |power| STEPS.reverse.map { |step| (step * (10**power)).to_f } },
             *(0..3).flat_map { |power| STEPS.map { |step| 1.0 / (step * (10**power)) } }].uniq.freeze

      # "1:5" as ISO 5455 writes it; another one to a tenth, about.
      def self.text(scale)
        return "#{plain(scale)}:1" if scale >= 1

        "1:#{plain(1 / scale)}"
      end

      # Of "1:5" or "2:1".
      def self.read(text)
        over, under = text.split(%r{[:/]}).map(&:to_f)
        [over, 1.0].max / [under, 1.0].max
      end

      def self.plain(number)
        rounded = number.round(1)
        whole = (number - number.round).abs < 1e-6
        "#{'≈ ' unless whole || (rounded - number).abs < 1e-9}#{whole ? number.round : rounded}"
      end
      private_class_method :plain
    end
  end
end
