# frozen_string_literal: true

module VastLattice
  class Plan
    # How many instances a Bound::Component has, and which: what its program calls.
    class Counting
      def initialize(component)
        @measures = component.measures.keys
        @counting, @spacing = @measures.each_index.partition { |at| component.counting.include?(@measures[at]) }
        @kind = Family::PATTERN_KINDS.fetch(component.component.pattern.kind)
      end

      # Numbers of the instances that are there, counted from 1, for the +numbers+ of the pattern; nil where that is undefined. The
      # block tells which are left out. What is wrong goes to the raw +findings+, of the Target with that +index+.
      def call(findings, index, numbers)
        count = count(findings, index, numbers) or return
        return (1..count).map(&:to_f) unless block_given?

        (1..count).map(&:to_f).select do |instance|
          skipped = yield instance
          findings << [:undefined_skip, index, instance] if skipped.nil?
          skipped == false
        end
      end

      # Whether what does not count, such as a pitch, can be used; the rest as in call. Where nothing is there, nothing is asked.
      def spaced?(findings, index, numbers, instances)
        instances.nil? || instances.empty? || usable?(@spacing, findings, index, numbers)
      end

      private

      def usable?(which, findings, index, numbers)
        unknown = which.find { |at| unknown?(@measures[at], numbers[at]) }
        return told(findings, [:undefined_count, index, unknown]) if unknown

        odd = which.find { |at| !@measures[at].allows?(numbers[at]) }
        odd ? told(findings, [:impossible_count, index, odd, numbers[odd]]) : true
      end

      def count(findings, index, numbers)
        return unless usable?(@counting, findings, index, numbers)

        parted = @measures.each_index.find { |at| parted?(@measures[at], numbers[at]) }
        return told(findings, [:parted_count, index, parted, numbers[parted]]) if parted

        named = @measures.map(&:name).zip(numbers).to_h
        number = @kind.count(named, named['over'])
        number > Family::Component::MOST ? told(findings, [:too_many, index, number]) : [number, 0].max
      end

      def unknown?(measure, number) = number.nil? ? !measure.optional : Undefined.is?(number)
      def parted?(measure, number) = measure.counts? && number && number != number.round

      def told(findings, finding)
        findings << finding
        nil
      end
    end
  end
end
