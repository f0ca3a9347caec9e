# frozen_string_literal: true

module VastLattice
  module Storage
    # One file of an order: what it is (+item+, a Generating::Item in plain form), who is at it, and what came of it.
    class GeneratedFileRecord < ActiveRecord::Base
      self.table_name = 'generated_files'
      belongs_to :generation, class_name: 'VastLattice::Storage::GenerationRecord', inverse_of: :files
      attribute :item, PlainJSON.new

      # Whether there are bytes.
      MADE = %w[made kept].freeze
      # How often a file may end the worker that is at it.
      MOST_ATTEMPTS = 3

      def self.row(generation, item)
        about = { 'number' => item.number, 'rows' => item.rows, 'result' => item.result, 'options' => item.options }
        { generation_id: generation.id, name: item.name, item: about }
      end

      # The next file that nobody is at, taken by whoever asks; nil where there is none. Two that ask at once are given two.
      def self.take(generation, by)
        transaction do
          found = where(generation_id: generation.id, status: 'waiting').order(:id).lock('FOR UPDATE SKIP LOCKED').first or return
          found.update!(status: 'working', taken_by: by, attempts: found.attempts + 1)
          found
        end
      end

      # Puts back what somebody was at who has ended; what has ended several is not tried again.
      def self.put_back(generation, by)
        left = where(generation_id: generation.id, status: 'working', taken_by: by)
        left.where(attempts: MOST_ATTEMPTS..).update_all(status: 'failed', problem: 'The program that made it ended several times.')
        left.update_all(status: 'waiting', taken_by: nil)
      end

      # Where a Generating::Item is told again.
      def to_item
        about = item
        Generating::Item.new(number: about['number'], rows: about['rows'], result: about['result'], options: about['options'], name: name)
      end

      def over(status, **fields) = update!(status: status, taken_by: nil, **fields)
      def made? = MADE.include?(status)
    end
  end
end
