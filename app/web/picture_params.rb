# frozen_string_literal: true

module VastLattice
  module Web
    # How a picture is asked for: view, texts, tier, part, build (PART:STEP), measure, density (of
    # dimensions), selected and broken, only (a component) and without (components, with commas), width and height (px), and of a section
    # its axis and where it cuts (a share). Unknown words are passed over.
    module PictureParams
      TEXTS = %w[number name formula].freeze
      DENSITIES = %w[main selected all].freeze
      # Pixels of a picture whose size is not asked for; the picture is as high as it needs.
      WIDTH = 440.0
      TALLEST = 330.0
      SIZES = (160..2600)

      # Options of Result#view.
      def self.read(params)
        { view: known(params['view'], [*Drawing::Views::NAMES, 'solid'], 'front'), texts: known(params['texts'], TEXTS, 'number').to_sym,
          tier: known(params['tier'], Family::Feature::TIERS, 'full'), part: text(params['part']), build_to: build(params['build']),
          measurable: params['measure'] == 'yes', density: known(params['density'], DENSITIES, 'selected').to_sym,
          selected: text(params['selected']), only: text(params['only']), without: text(params['without']).to_s.split(','),
          broken: params['broken'] == 'yes', **size(params), **section(params) }
      end

      def self.size(params)
        width, height = %w[width height].map { |name| Integer(params[name].to_s, 10, exception: false)&.clamp(SIZES) }
        width && height ? { width: width.to_f, height: height.to_f } : { width: WIDTH, tallest: TALLEST }
      end
      private_class_method :size

      def self.section(params)
        cut = Float(params['cut'].to_s, exception: false)
        { axis: known(params['axis'], Drawing::Views::SECTIONS.keys, 'x'), cut: Undefined.known(cut)&.clamp(0.001, 0.999) || 0.5 }
      end
      private_class_method :section

      def self.known(given, words, otherwise) = words.include?(given) ? given : otherwise
      private_class_method :known

      def self.text(given) = given.is_a?(String) && !given.empty? ? given : nil
      private_class_method :text

      def self.build(given)
        part, step = text(given)&.split(':')
        step.to_s.match?(/\A\d{1,6}\z/) ? [part, step.to_i] : nil
      end
      private_class_method :build
    end
  end
end
