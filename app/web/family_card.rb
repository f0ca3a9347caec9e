# frozen_string_literal: true

module VastLattice
  module Web
    # A family on the page of all families: how many of its variants are valid and its health, as far as they are known yet
    # (Jobs::Review). Its picture comes by an address of its own. One that cannot be read has a card, too.
    class FamilyCard
      WIDTH = 330.0

      # What it has not followed in others that it uses, as sentences.
      attr_reader :behind

      # +known+ is the review of what it says, in plain form, where that is known: then nothing is compiled. +behind+ as of Store#behind,
      # +digests+ as of Store#stored.
      def initialize(store, record, known: nil, behind: [], **digests)
        @record = record
        @behind = behind
        @about = record.about.to_h
        known && @about.key?('variants') ? @review = { 'done' => true, **known } : read(store.stored(record, **digests))
      rescue StandardError, SystemStackError => e
        Trouble.tell(e)
        @about = nil
      end

      # Of families that were stored before there was something about them, it is kept now.
      def read(stored)
        @review = Jobs::Review.of(stored)
        @about = Storage::FamilyDocument.about(stored.family)
        @record.update_columns(about: @about) unless @record.about == @about
      end
      private :read

      def slug = @record.slug
      def name = @record.name
      def version = @record.version
      def readable? = !@about.nil?
      def group = @about.to_h.fetch('group', '')
      def code = @about.to_h.fetch('code', '')
      def note = @about.to_h.fetch('note', 'It cannot be read. Its history and its other data are kept.')
      def changed = @record.updated_at.to_i
      def picture = "/families/#{slug}/card.svg?version=#{@record.version}"
      def variants = @about.to_h.fetch('variants', 0)

      # Plain form of what is known: "valid" of the variants "looked" at, the number of "findings", and the "health": the worst
      # of their levels, or fine; only "done" => false until it is known.
      def review = readable? ? Health.of(@review) : { 'done' => true, 'health' => 'error' }

      # A review as cards show it.
      module Health
        def self.of(review)
          return { 'done' => false } unless review['done']

          { 'done' => true, **review.slice('valid', 'looked'), 'findings' => review['findings'].size, 'health' => worst(review) }
        end

        # The worst level of what a review found, or fine; where some variants are not valid, that is an error.
        def self.worst(review)
          levels = review['findings'].map { |finding| finding['level'] }
          return 'error' if review['valid'] < review['looked']

          %w[error warning note].find { |level| levels.include?(level) } || 'fine'
        end
      end
    end
  end
end
