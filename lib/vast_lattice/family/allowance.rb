# frozen_string_literal: true

module VastLattice
  class Family
    # That two things may run into each other, with the +reason+: +one+ and +other+ are paths of components, of parts or features in
    # them ("rollers", "right_frame.frame.windows"), and stand for all that is within, in every instance.
    class Allowance < Value.with(:name, :one, :other, :reason)
      extend TreeForm

      # Plain form; the name may be left out.
      def self.from_tree(tree) = super({ 'name' => '' }.merge(tree)).named

      # With the name that follows from what it says.
      def named = with(name: Rowed.name("#{one} with #{other}", {}))

      # The same after the block has changed both paths.
      def map = with(one: yield(one), other: yield(other)).named

      # The same as seen from a family that has this one as a component.
      def within(component) = map { |path| "#{component}.#{path}" }

      # Whether it allows a pair of paths; "levers (swing)" is the envelope of levers.
      def covers?(pair)
        paths = pair.map { |path| path.downcase.sub(/ \(.*\z/, '').gsub(/\.\d+(?=\.|\z)/, '') }
        [paths, paths.reverse].any? { |left, right| holds?(one, left) && holds?(other, right) }
      end

      private

      def holds?(outer, path) = path == outer.downcase || path.start_with?("#{outer.downcase}.")
    end
  end
end
