# frozen_string_literal: true

require 'securerandom'

module VastLattice
  module Web
    # Spreadsheets that are being brought in: kept in the database, read in the background one after the other, compared,
    # and there until somebody takes them. What was being read when the program ended is read again after it. Everybody in
    # the queue has a turn before anybody has two.
    class ImportDesk
      # Files that wait in all, and of one person; files that are kept.
      MOST_WAITING = 12
      MOST_OF_ONE = 3
      KEPT = 40
      READ = 12

      # More files wait than can.
      class Full < Error; end

      # What is known of one import while this process lives. +share+ is how far it is, from 0 to 1, and +doing+ what it
      # does; then either a TableImport with the BlastRadius of all of it, or the error that refused it.
      Reading = Struct.new(:share, :doing, :table_import, :plan, :blast, :error, keyword_init: true) do
        def done? = !blast.nil? || !error.nil?
      end

      def initialize
        @readings = Memo.new(READ)
        @lock = Mutex.new
        @last_owner = nil
      end

      # Keeps the bytes of a file to be read against a Stored family, and begins; returns its token. +owner+ is the session
      # of the person; +table+ is where a CSV goes. Raises Full.
      def begin(stored, file, bytes, table, owner:)
        refuse_full(owner)
        token = SecureRandom.hex(16)
        Storage::ImportRecord.create!(family_id: stored.record.id, token: token, owner: owner, version: stored.version, file: file,
                                      table_name: table&.name, bytes: bytes, created_at: Time.now)
        forget_old
        work
        token
      end

      # [record, Reading] of an import of that family and that person, or nil. One that this process knows nothing of is
      # read again.
      def find(slug, token, owner:)
        there = Storage::ImportRecord.joins(:family).where(families: { slug: slug, removed_at: nil })
        record = there.find_by(token: token, owner: owner) or return
        reading = @readings[token]
        unless reading
          record.update!(status: 'waiting') if record.status == 'read'
          work
          reading = Reading.new(share: 0.0, doing: 'waiting')
        end
        [record, reading]
      end

      # An import that was taken is over.
      def taken(record) = record.update!(status: 'taken', bytes: '')

      # Begins to read what waits, if nobody does so already.
      def work
        @lock.synchronize { @worker = Thread.new { read_all } unless @worker&.alive? }
      end

      private

      def refuse_full(owner)
        waiting = Storage::ImportRecord.waiting.pluck(:owner)
        return if waiting.size < MOST_WAITING && waiting.count(owner) < MOST_OF_ONE

        raise Full.new('Too many files wait to be read already.', remedy: 'Wait until one of them is done.')
      end

      def forget_old
        old = Storage::ImportRecord.order(id: :desc).offset(KEPT).pluck(:id)
        Storage::ImportRecord.where(id: old).delete_all if old.any?
      end

      def read_all
        while (record = next_record)
          read(record)
        end
      rescue ActiveRecord::ActiveRecordError => e
        warn "#{e.class}: #{e.message}"
      ensure
        ActiveRecord::Base.connection_handler.clear_active_connections!
      end

      # The oldest of somebody else than last time, if there is one.
      def next_record
        waiting = Storage::ImportRecord.waiting.select(:id, :owner).to_a
        turn = waiting.find { |one| one.owner != @last_owner } || waiting.first or return
        @last_owner = turn.owner
        Storage::ImportRecord.find_by(id: turn.id)
      end

      def read(record)
        reading = @readings.keep(record.token, Reading.new(share: 0.0, doing: 'waiting'))
        Thread.current.priority = HeavyWork::PRIORITY
        ImportReading.new(record, reading).run
      ensure
        record.update!(status: reading.error ? 'refused' : 'read') if record.status == 'waiting'
      end
    end
  end
end
