# frozen_string_literal: true

module VastLattice
  module Storage
    # That a document uses another one: of which +kind+ (its name), called what, and which +edition+ of it, as the number of a version;
    # nil is the newest, which it follows.
    class Use < Value.with(:kind, :title, edition: nil)
      def newest? = edition.nil?
    end
  end
end
