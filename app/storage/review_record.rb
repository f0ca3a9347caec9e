# frozen_string_literal: true

module VastLattice
  module Storage
    # What a Checks::Review found in families of one digest: the same for all that say the same, and for good.
    class ReviewRecord < ActiveRecord::Base
      self.table_name = 'reviews'
      self.primary_key = 'digest'
      attribute :body, PlainJSON.new

      # Reviews that are kept, the latest.
      KEPT = 500

      # Since then a look that failed is not begun again; a program that was started anew may be another one.
      STARTED = Time.now
      private_constant :STARTED

      # What is known of a digest, in plain form, or nil.
      def self.body(digest)
        found = find_by(digest: digest)
        found&.body unless found&.outdated?
      end

      # The same of several, by digest.
      def self.bodies(digests) = where(digest: digests).reject(&:outdated?).to_h { |found| [found.digest, found.body] }

      def outdated? = body['failed'] && created_at < STARTED

      # Keeps what was found; whoever comes second found the same.
      def self.keep(digest, body)
        find_by(digest: digest).then { |found| found.destroy if found&.outdated? }
        insert({ digest: digest, body: body, created_at: Time.now }) unless exists?(digest: digest)
        old = order(created_at: :desc).offset(KEPT).limit(KEPT).pluck(:digest)
        where(digest: old).delete_all if old.any?
        body
      end
    end
  end
end
