# frozen_string_literal: true

module VastLattice
  module Results
    # What results are made from: a plan with the pick in view, or a kept configuration with its code.
    class Subject
      attr_reader :plan, :pick, :verdicts, :configuration, :code, :workshop

      # +display+ as of Result; +verdicts+ are Variants::Verdicts; +workshop+ is that of the house, where it has one.
      def initialize(plan: nil, pick: Plan::Pick.new, display: nil, verdicts: nil, configuration: nil, code: nil, workshop: nil)
        @plan = plan
        @pick = pick
        @display = display
        @verdicts = verdicts || (plan && Variants::Verdicts.new(plan, nil))
        @configuration = configuration
        @code = code
        @house = workshop
        @workshop = Workshop::USUAL.with_own(workshop).with_own(Workshop::Reading.new(plan&.family&.workshop).workshop)
      end

      # The same family with another pick.
      def of(pick) = Subject.new(plan: plan, pick: pick, display: @display, verdicts: @verdicts, workshop: @house)

      # Whether it has what is one of SOURCES.
      def has?(source)
        return !configuration.nil? if source == :configuration

        !plan.nil? && (source == :family || plan.runnable?)
      end

      # Raises Missing where it has not, and Error where that cannot be used.
      def ensure_has(source)
        return if has?(source)
        unless plan && source != :configuration
          raise Missing.new(Wording[:there_is_no_source_here_to_make, source: source], remedy: Wording[:choose_another_result])
        end

        raise Error.new(Wording[:the_family_has_errors_so_there], remedy: Wording[:mend_them_first])
      end

      def family = plan.family

      # The Result of the variant in view. Raises Plan::PickError where the pick does not fit.
      def result = @result ||= Result.new(plan, pick, display: @display)

      # What is called +name+ of some that have names; all of them where it is empty. Raises Missing.
      def chosen(name, among, kind)
        return among if name.empty?

        found = among.find { |one| one.name.casecmp?(name) } or
          raise Missing.new(Wording[:there_is_no_kind_name, kind: kind, name: name],
                            remedy: Nearest.remedy(name, among.map(&:name), kind: kind))
        [found]
      end
    end
  end
end
