# frozen_string_literal: true

module VastLattice
  module Web
    # Who may do what. The configuration engineer edits and publishes; the specifier reads and fills in forms; a visitor has come by
    # the address of a published form, or the code of a configuration, and knows nothing else.
    module Rights
      # The person may not do that.
      class Denied < Error
      end

      DEFAULT = 'engineer'
      VISITOR = 'visitor'
      # Roles that one can choose.
      TITLES = { 'engineer' => 'Engineer', 'specifier' => 'Specifier' }.freeze
      # read families and lists; edit families; publish forms; fill forms in; keep what is filled in.
      GRANTED = { 'engineer' => %i[read edit publish fill keep].freeze, 'specifier' => %i[read fill keep].freeze,
                  VISITOR => %i[fill keep].freeze }.freeze
      WORDS = { edit: 'change a family', publish: 'publish forms', read: 'see families' }.freeze

      def self.granted?(role, right) = GRANTED.fetch(role).include?(right)

      # Raises Denied unless the role has the right.
      def self.require(role, right)
        return if granted?(role, right)
        raise Denied.new('Only the form that you were given is open to you.', remedy: 'Use its address.') if role == VISITOR

        raise Denied.new("A #{TITLES.fetch(role).downcase} cannot #{WORDS.fetch(right, right)}.", remedy: 'Work as engineer to edit.')
      end
    end
  end
end
