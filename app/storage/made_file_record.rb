# frozen_string_literal: true

module VastLattice
  module Storage
    # Bytes of a file by what they were made from (Generating::Fingerprint): once, whoever orders them.
    class MadeFileRecord < ActiveRecord::Base
      self.table_name = 'made_files'
      self.primary_key = 'key'

      # Largest file that is kept, bytes.
      LARGEST = 12_000_000

      # Checksum and size of what is there by a key, or nil.
      def self.known(key) = where(key: key).pick(:sha256, Arel.sql('LENGTH(content)'))

      # Keeps bytes; whoever comes second has made the same.
      def self.keep(key, bytes)
        sum = ::Digest::SHA256.hexdigest(bytes)
        insert({ key: key, sha256: sum, content: bytes, created_at: Time.now }) unless exists?(key: key)
        sum
      end

      # What no order that is kept has goes.
      def self.forget_unused
        used = GeneratedFileRecord.where('generated_files.key = made_files.key')
        where.not(used.arel.exists).delete_all
      end
    end
  end
end
