# frozen_string_literal: true

module VastLattice
  class Family
    # A picture that forms show: its bytes are kept with the family, as +data+ in Base64; +kind+ is png, jpeg or svg, +label+ what
    # it shows in words.
    class Picture < Value.with(:name, :kind, :data, label: '')
      extend TreeForm

      # Kinds with their types on the net.
      KINDS = { 'png' => 'image/png', 'jpeg' => 'image/jpeg', 'svg' => 'image/svg+xml' }.freeze

      def title = label.empty? ? name.tr('_', ' ') : label
      def content_type = KINDS.fetch(kind)
      def bytes = data.unpack1('m')
    end
  end
end
