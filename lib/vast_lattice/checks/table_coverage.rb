# frozen_string_literal: true

module VastLattice
  module Checks
    # Whether a rule table says something for every input, and where rows say it together: gaps, each as a line of tests that
    # would fill it, and overlaps with an example. Inputs are looked at by themselves, whatever they are computed from; rows
    # whose tests depend on other names cannot be judged so.
    class TableCoverage
      # Combinations of segments that are looked at; gaps and overlaps that are told.
      MOST = 40_000
      LISTED = 20
      # The index of the variable that stands for an input.
      INPUT = 0
      # Policies under which rows may hit together.
      TOGETHER = %w[first priority collect].freeze
      private_constant :INPUT

      def initialize(plan, table)
        @plan = plan
        @table = table
        @inputs = table.inputs.map { |text| input(text) }
        @tests = table.rows.map { |row| row.tests.each_with_index.map { |text, at| test(text, @inputs[at]) } }
        @segments = @inputs.each_with_index.map { |input, at| segments(input, at) }
      end

      # Plain form: "complete", "partly" (not all could be looked at), "gaps" [{"tests"}], "overlaps" [{"rows" from 0, "tests"}],
      # "dead": rows that nothing allowed can hit.
      def to_tree
        return { 'complete' => false, 'partly' => true, 'gaps' => [], 'overlaps' => [], 'dead' => [] } if size > MOST

        gaps = boxes(hits.each_index.select { |at| hits[at].empty? })
        { 'complete' => gaps.empty? && !partly?, 'partly' => partly?, 'gaps' => gaps.first(LISTED).map { |box| { 'tests' => tests(box) } },
          'overlaps' => overlaps, 'dead' => dead }
      end

      private

      # {typed, variable, unit, limits, grid} of an input. Raises Formula::Error.
      def input(text)
        typed = Formula.type(text, @plan.symbols.scope)
        target = typed.kind == :name ? @plan.targets[typed.data.index] : nil
        { type: typed.type, variable: Formula::Variable.new(name: 'input', type: typed.type, index: INPUT), unit: target&.unit || Units::PLAIN,
          limits: target ? @plan.bound.items[target.index].fixed_limits(@plan.lists) : [nil, nil],
          grid: target && Grid.of(@plan, target) }
      end

      # The Typed condition that the input passes a text; nil where it depends on anything else.
      def test(text, input)
        node = Formula::Node.new(kind: :name, span: Formula::Span.new(start: 0, length: 0), data: Name.of('input'))
        parsed = Formula::Parser.unary_tests(Plan::RuleTableBinder.quoted(text, input[:type]), node, input[:unit])
        Formula::Checker.new(Formula::Scope.new([input[:variable]])).check(parsed, expected: Formula::BOOLEAN)
      rescue Formula::Error
        nil
      end

      def partly? = @tests.any? { |tests| tests.any?(&:nil?) }

      def segments(input, at)
        constants = @tests.filter_map { |tests| tests[at] }.flat_map { |typed| constants(typed, input[:type].kind) }
        Segments.new(input[:type], constants.uniq, limits: input[:limits], unit: input[:unit], grid: input[:grid])
      end

      def constants(node, kind)
        own = node.constant? && node.type.kind == kind && kind != :boolean ? [Formula.value(node, @plan.lists)] : []
        own + (own.empty? ? node.parts.flat_map { |part| constants(part, kind) } : [])
      end

      def size = @segments.map(&:size).reduce(1, :*)

      # Numbers of the rows that hit, by combination; the last input changes quickest.
      def hits
        @hits ||= begin
          passed = @tests.map { |tests| tests.each_with_index.map { |typed, at| typed && passed_by(typed, @segments[at]) } }
          Array.new(size) do |number|
            places = at(number)
            passed.each_index.select { |row| passed[row].zip(places).all? { |by, place| by&.at(place) } }
          end
        end
      end

      # By segment whether it passes a test.
      def passed_by(typed, segments)
        segments.list.map { |own| Formula::Evaluator.new(@plan.lists) { |_| own.sample }.settled(typed) == true }
      end

      # The segment of each input in a combination, and back.
      def at(number) = @segments.reverse.map { |own| number.divmod(own.size).then { |rest, place| number = rest and place } }.reverse

      def number(places) = places.zip(@segments).reduce(0) { |number, (place, own)| (number * own.size) + place }

      # Combinations gathered into boxes, as ranges of segments by input: each as large as it can be, one after the other.
      def boxes(numbers)
        left = numbers.to_h { |number| [number, true] }
        found = []
        while (first = left.keys.first)
          box = at(first).map { |place| place..place }
          box = grown(box, left)
          each_in(box) { |number| left.delete(number) }
          found << box
        end
        found
      end

      def grown(box, left)
        box.each_index do |axis|
          loop do
            wider = box[axis].last + 1
            break if wider >= @segments[axis].size || !all_in?(box.dup.tap { |own| own[axis] = wider..wider }, left)

            box[axis] = box[axis].first..wider
          end
        end
        box
      end

      def all_in?(box, left)
        each_in(box) { |number| return false unless left[number] }
        true
      end

      def each_in(box)
        first, *others = box.map(&:to_a)
        first.product(*others) { |places| yield number(places) }
      end

      def tests(box) = box.each_with_index.map { |range, at| @segments[at].test(range) }

      def dead
        alive = hits.flatten.to_h { |row| [row, true] }
        @tests.each_index.reject { |row| alive[row] || @tests[row].any?(&:nil?) }
      end

      # Rows that hit together where they must not, each pair with the first combination that shows it.
      def overlaps
        return [] if TOGETHER.include?(@table.policy)

        found = {}
        hits.each_with_index do |rows, number|
          rows.combination(2) { |pair| found[pair] ||= number if clash?(*pair) } if rows.size > 1 && found.size < LISTED
        end
        found.map { |rows, number| { 'rows' => rows, 'tests' => tests(at(number).map { |place| place..place }) } }
      end

      def clash?(one, other) = @table.policy == 'unique' || !same_value?(one, other)

      def same_value?(one, other)
        @table.rows[one].values.map { |text| text.to_s.strip } == @table.rows[other].values.map { |text| text.to_s.strip }
      end
    end
  end
end
