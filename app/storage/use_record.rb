# frozen_string_literal: true

module VastLattice
  module Storage
    # That one document uses another, +called+ so there: an +edition+ of it (the number of a version; 0 is the newest, which is followed).
    # +taken+ is the version that it has followed: while that is not the newest one, it goes on as it was with that. +refused+ is a version
    # that it cannot follow, and +reason+ says why.
    class UseRecord < ActiveRecord::Base
      NEWEST = 0

      # What one uses, by its number and +kind+: what it is +called+ there, the version that counts (nil: the newest), and whether it
      # +follows+ the newest one.
      Link = Struct.new(:used, :kind, :called, :version, :follows) do
        def newest? = version.nil?
        def called?(kind, title) = self.kind == kind && called&.casecmp?(title)
      end

      # What links are made of.
      LINKED = [:user_id, :used_id, 'documents.kind', :called, :edition, :taken, 'documents.version'].freeze
      private_constant :LINKED

      self.table_name = 'uses'
      belongs_to :user, class_name: 'VastLattice::Storage::DocumentRecord'
      belongs_to :used, class_name: 'VastLattice::Storage::DocumentRecord'

      # Uses of the newest edition whose users have not followed it yet.
      scope :behind, -> { joins(:used).where(edition: NEWEST).where(arel_table[:taken].lt(DocumentRecord.arel_table[:version])) }
      # Those of them that have not tried to.
      scope :untried, -> { where(arel_table[:refused].eq(nil).or(arel_table[:refused].lt(DocumentRecord.arel_table[:version]))) }

      class << self
        # Writes what a document uses: Uses. What is new there is used as it is now; what is used in an earlier edition is known by the name
        # that it had then.
        def write(record, uses)
          there = where(user_id: record.id).includes(:used).to_a
          wanted = uses.empty? ? {} : found(uses, there)
          gone = there.reject { |one| wanted.key?([one.used_id, one.edition]) }
          where(id: gone.map(&:id)).delete_all if gone.any?
          wanted.each do |(id, edition), (title, version)|
            own = there.find { |one| [one.used_id, one.edition] == [id, edition] }
            own ? own.called!(title) : create!(user_id: record.id, used_id: id, edition: edition, taken: version, called: title)
          end
        end

        # Calls the block, which changes documents (records) together: whoever of them was up to date with others of them is so afterwards.
        def together(records)
          ids = records.map(&:id)
          up_to_date = ids.one? ? [] : where(user_id: ids, used_id: ids, edition: NEWEST).pluck(:id) - behind.where(user_id: ids).pluck(:id)
          yield
          where(id: up_to_date).joins(:used).update_all(arel_table[:taken].name => DocumentRecord.arel_table[:version]) if up_to_date.any?
        end

        # {number of a user => sentences for people about what it has not followed}
        def told(users)
          rows = behind.where(user_id: users).pluck(:user_id, 'documents.name', :reason, :refused, 'documents.version')
          rows.group_by(&:first).transform_values do |own|
            own.map do |_, name, reason, refused, version|
              next "It follows the last changes of #{name} in a moment." unless refused == version

              "It goes on with #{name} as that was before its last changes. #{reason}"
            end
          end
        end

        # {number of a user => Links}; +takes+ are versions that count as taken, by pairs of numbers.
        def links(users, takes = {})
          found = joins(:used).where(user_id: users).pluck(*LINKED)
          found.group_by(&:first).transform_values do |rows|
            rows.map { |user, used, *own, taken, newest| link(used, *own, takes.fetch([user, used], taken), newest) }
          end
        end

        private

        # {[number of a document, edition] => [what it is called, its version]}
        def found(uses, there)
          earlier, newest = uses.partition { |use| there.any? { |one| one.earlier?(use) } }
          earlier = earlier.to_h do |use|
            own = there.find { |one| one.earlier?(use) }
            [[own.used_id, own.edition], [own.called, own.taken]]
          end
          newest.group_by(&:kind).reduce(earlier) { |all, (kind, same)| all.merge(named(kind, same)) }
        end

        def named(kind, uses)
          rows = DocumentRecord.present.where(kind: kind, name: uses.map(&:title)).order(:id).pluck(:id, :name, :version)
          uses.each_with_object({}) do |use, all|
            id, _, version = rows.find { |_, name, _| name.casecmp?(use.title) }
            all[[id, use.edition || NEWEST]] = [use.title, version] if id
          end
        end

        def link(used, kind, called, edition, taken, newest)
          follows = edition == NEWEST
          version = follows ? taken : edition
          Link.new(used, kind, called, (version unless follows && (taken.nil? || taken >= newest)), follows)
        end
      end

      # Whether it is what a Use says, in an edition that is not the newest.
      def earlier?(use)
        return false unless called&.casecmp?(use.title) && used&.kind == use.kind && edition == (use.edition || NEWEST)

        edition != NEWEST || taken.to_i < used.version
      end

      def called!(title)
        update!(called: title) unless called == title
      end
    end
  end
end
