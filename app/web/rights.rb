# frozen_string_literal: true

module VastLattice
  module Web
    # Who may do what. The configuration engineer edits; the specifier fills in forms and reads.
    module Rights
      # The person may not do that.
      class Denied < Error
      end

      DEFAULT = 'engineer'
      TITLES = { 'engineer' => 'Engineer', 'specifier' => 'Specifier' }.freeze
      GRANTED = { 'engineer' => %i[read edit].freeze, 'specifier' => %i[read].freeze }.freeze

      # Raises Denied unless the role has the right.
      def self.require(role, right)
        return if GRANTED.fetch(role).include?(right)

        raise Denied.new("A #{TITLES.fetch(role).downcase} cannot change a family.", remedy: 'Work as engineer to edit.')
      end
    end
  end
end
