# frozen_string_literal: true

module VastLattice
  module Web
    # How a picture is asked for: view, texts, tier, part, build (PART:STEP), measure. Unknown words are passed over.
    module PictureParams
      TEXTS = %w[number name formula].freeze

      # Options of Result#view.
      def self.read(params)
        { view: known(params['view'], [*Drawing::Views::NAMES, 'solid'], 'front'), texts: known(params['texts'], TEXTS, 'number').to_sym,
          tier: known(params['tier'], Family::Feature::TIERS, 'full'), part: text(params['part']), build_to: build(params['build']),
          measurable: params['measure'] == 'yes' }
      end

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
