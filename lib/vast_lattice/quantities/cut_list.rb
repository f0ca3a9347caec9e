# frozen_string_literal: true

module VastLattice
  module Quantities
    # What is cut from bars: pieces of one section and material that are alike once, with how many there are, longest first; and which are
    # cut from which stock bar (Nesting). Bars with their ends square or mitred, and what is turned from round bars.
    class CutList
      # Pieces that are alike: how long they are (mm), the angles of both ends (degrees), and how often each part is there, by its title.
      Line = Struct.new(:long, :left, :right, :titles) do
        def quantity = titles.values.sum
      end
      # All of one section and material, with its Lines and its Nesting.
      Group = Struct.new(:section, :material, :lines, :nesting)

      KINDS = %w[bar turned].freeze
      LONG = %w[length left_mitre right_mitre].freeze
      private_constant :KINDS, :LONG

      # Whether a part is cut from a bar.
      def self.kind?(part) = KINDS.include?(part.stock.kind)

      # +bodies+ are Geometry::Model::Bodies; +stock+ the lengths of bars (mm), +saw+ the width of a cut (mm).
      def initialize(bodies, stock:, saw:)
        @bodies = bodies.select { |body| CutList.kind?(body.part) }
        @stock = stock
        @saw = saw
      end

      # Groups by section and material.
      def groups
        @groups ||= @bodies.group_by { |body| [section(body), body.material.title] }.sort.map do |(section, material), same|
          Group.new(section, material, lines(same), Nesting.new(same.map { |body| length(body) }, @stock, @saw))
        end
      end

      private

      def lines(bodies)
        alike = bodies.group_by { |body| [length(body), *ends(body)] }
        alike.map do |key, same|
          Line.new(*key, same.map do |body|
            body.part.title
          end.tally)
        end.sort_by { |line| [-line.long, line.left, line.right] }
      end

      # "Hollow 60 × 40 × 3", as the dimensions of the stock say it; "Round ⌀24" of what is turned.
      def section(body)
        return "Round ⌀#{Units::Format.number(body.bounds.size[1].round(3))}" if body.part.stock.kind == 'turned'

        kind = Family::STOCK_KINDS.fetch('bar')
        sizes = kind.dimensions(body.part.stock.outline).map(&:name) - LONG
        numbers = sizes.filter_map { |name| body.numbers[name] }.reject(&:zero?)
        "#{body.part.stock.outline.capitalize} #{numbers.map { |number| Units::Format.number(number) }.join(' × ')}"
      end

      def length(body) = (body.part.stock.kind == 'turned' ? body.bounds.size[0] : body.numbers['length']).round(3)
      def ends(body) = %w[left_mitre right_mitre].map { |name| (body.numbers[name] || 0.0).round(3) }
    end
  end
end
