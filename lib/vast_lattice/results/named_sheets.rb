# frozen_string_literal: true

module VastLattice
  module Results
    # Things of a family that have names, a sheet each, to be edited elsewhere and brought in again: all of them, or one. A kind of it says
    # which there are (+named+) and how some of them are +written+.
    class NamedSheets < Sheets
      # +what+ one of them is called.
      def initialize(base, kind, what:, **about)
        @what = what
        super(base, kind, made_from: :family, options: [Option.new('table', what.capitalize, nil)], **about)
      end

      # A CSV holds one.
      def offered?(subject) = super && named(subject).any? && (ending != 'csv' || named(subject).one?)

      def file_name(slug, options = {})
        chosen = options['table'].to_s
        "#{slug}-#{chosen.empty? ? base : chosen.tr(' ', '-')}.#{ending}"
      end

      def sheets(subject, options) = written(subject, subject.chosen(options['table'], named(subject), @what))
    end
  end
end
