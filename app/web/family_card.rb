# frozen_string_literal: true

module VastLattice
  module Web
    # A family on the page of all families: its number of variants, its health by all that is told without shapes. Its picture
    # comes by an address of its own. One that cannot be read has a card, too.
    class FamilyCard
      WIDTH = 330.0

      def initialize(store, record)
        @record = record
        @stored = store.stored(record)
        @outcome = @stored.plan.outcome if @stored.plan.runnable?
      rescue StandardError, SystemStackError => e
        warn "#{record.slug}: #{e.class}: #{e.message[0, 200]}"
        @stored = nil
      end

      def slug = @record.slug
      def name = @record.name
      def readable? = !@stored.nil?
      def code = readable? ? @stored.family.code : ''
      def note = readable? ? @stored.family.note : 'It cannot be read. Its history and its other data are kept.'
      def picture = "/families/#{slug}/card.svg?version=#{@record.version}"
      def variants = readable? ? @stored.family.variant_count : 0
      def findings = @findings ||= readable? ? @stored.plan.findings + [*@outcome].flat_map(&:findings) : []
      def health = findings.map(&:level).min_by { |level| Finding::LEVELS.index(level) } || (readable? ? :fine : :error)
    end
  end
end
