# frozen_string_literal: true

module VastLattice
  module Results
    # A view of the variant in view, as a picture.
    class ViewPicture < Format
      WIDTH = 900.0

      # +view+ is one of Drawing::Views.
      def initialize(view)
        super("#{view}.svg", title: "#{view.capitalize} view", note: 'of the variant in view', made_from: :variant)
      end

      def write(subject, _options)
        found = subject.result
        found.view(base, width: WIDTH) || raise(Error.new(Wording[:there_is_nothing_to_draw], remedy: found.findings.first&.to_s))
      end
    end
  end
end
