# frozen_string_literal: true

module VastLattice
  module Formula
    # All functions. Those that FEEL has (OMG DMN 1.5, 10.3.4) keep its name, with underscores for blanks,
    # and its meaning; round_up, round_down, round_to, the look-ups, the angle functions and pi are ours.
    module Functions
      PLAIN = ->(types) { types.all?(&:plain?) ? NUMBER : 'plain numbers' }
      SAME = lambda do |types|
        same = types.all?(&:number?) && types.map(&:dimension).uniq.size == 1
        same ? types.first : 'numbers of one dimension'
      end
      LIST = ->(types) { types.first.list? ? NUMBER : 'a list' }
      ROOT = lambda do |types|
        root = types.first.number? && types.first.dimension.root
        root ? Type.number(root) : 'a plain number or an area'
      end
      FROM_ANGLE = ->(types) { types.first.dimension == Units::ANGLE ? NUMBER : 'an angle, such as 30 deg' }
      TO_ANGLE = ->(types) { types.first.plain? ? Type.number(Units::ANGLE) : 'a plain number' }
      LOGIC = ->(types) { types.first.boolean? ? BOOLEAN : 'a yes/no value' }
      PARITY = ->(types) { types.first.plain? ? BOOLEAN : 'a plain number' }
      TEXTS = ->(types) { types.all?(&:text?) ? BOOLEAN : 'texts' }
      TEXT_SIZE = ->(types) { types.first.text? ? NUMBER : 'a text' }

      ONE_TEXT = ->(types) { types.first.text? ? TEXT : 'a text' }
      TWO_TEXTS = ->(types) { types.all?(&:text?) ? TEXT : 'texts' }
      SUBSTRING = ->(types) { types.first.text? && types.drop(1).all?(&:plain?) ? TEXT : 'a text and plain numbers' }
      STRING = lambda do |types|
        fits = types.first.plain? || types.first.boolean? || types.first.text?
        fits ? TEXT : 'a plain number (divide by a unit: length / 1 mm)'
      end
      ALL_LOGIC = ->(types) { types.all?(&:boolean?) ? BOOLEAN : 'yes/no values' }
      MEMBER = lambda do |types|
        list, item = types
        list.list? && list.element.accepts?(item) ? BOOLEAN : 'a list and a value of its kind'
      end
      LOOKUP = lambda do |types|
        results, *pairs = types
        fits = results.list? && pairs.any? && pairs.size.even? &&
               pairs.each_slice(2).all? { |keys, value| keys.list? && keys.element.accepts?(value) }
        fits ? results.element : 'a list of results, then lists of keys each with the value to find'
      end
      LOOKUP_NUMBER = lambda do |types|
        results, *pairs = types
        fits = results.list? && pairs.size.even? && pairs[1].number? &&
               pairs.each_slice(2).all? { |keys, value| keys.list? && keys.element.accepts?(value) }
        fits ? results.element : 'a list of results, a list of numbers with a number of the same dimension, then perhaps more such pairs'
      end
      WHERE = lambda do |types|
        list, *pairs = types
        fits = list.list? && pairs.size.even? && pairs.each_slice(2).all? { |keys, value| keys.list? && keys.element.accepts?(value) }
        fits ? list : 'a list, then lists of keys each with the value to find'
      end

      MANY = (1..Parser::MOST_ITEMS)
      TABLE = [
        ['min', MANY, SAME, :least_of, 'Smallest of its arguments or of a list.', ['min(3, 1, 2)', 1.0], true],
        ['max', MANY, SAME, :most_of, 'Largest of its arguments or of a list.', ['max(3, 1, 2)', 3.0], true],
        ['sum', MANY, SAME, :sum_of, 'Sum of its arguments or of a list; of an empty one it is 0.', ['sum([1, 2, 3])', 6.0], true],
        ['mean', MANY, SAME, :mean_of, 'Arithmetic mean.', ['mean(1, 2, 6)', 3.0], true],
        ['count', 1..1, LIST, :count_of, 'Number of items in a list.', ['count([4, 5])', 2.0]],
        ['floor', 1..1, PLAIN, :floor_of, 'Next whole number below.', ['floor(2.7)', 2.0]],
        ['ceiling', 1..1, PLAIN, :ceiling_of, 'Next whole number above.', ['ceiling(2.1)', 3.0]],
        ['ceil', 1..1, PLAIN, :ceiling_of, 'Short for ceiling.', ['ceil(2.1)', 3.0]],
        ['abs', 1..1, SAME, :abs_of, 'Value without its sign.', ['abs(-4)', 4.0]],
        ['sqrt', 1..1, ROOT, :sqrt_of, 'Square root; of an area, a length.', ['sqrt(16)', 4.0]],
        ['modulo', 2..2, SAME, :modulo_of, 'Rest of a division, with the sign of the divisor.', ['modulo(-12, 5)', 3.0]],
        ['exp', 1..1, PLAIN, :exp_of, 'e to the power of the argument.', ['exp(0)', 1.0]],
        ['log', 1..1, PLAIN, :log_of, 'Natural logarithm.', ['log(1)', 0.0]],
        ['odd', 1..1, PARITY, :odd_of, 'Whether a whole number is odd.', ['odd(5)', true]],
        ['even', 1..1, PARITY, :even_of, 'Whether a whole number is even.', ['even(5)', false]],
        ['not', 1..1, LOGIC, :not_of, 'Yes becomes no.', ['not(1 > 2)', true]],
        ['round_up', 2..2, SAME, :round_up_of, 'Up to the next whole step.', ['round_up(101 mm, 50 mm)', 150.0]],
        ['round_down', 2..2, SAME, :round_down_of, 'Down to the next whole step.', ['round_down(149 mm, 50 mm)', 100.0]],
        ['round_to', 2..2, SAME, :round_to_of, 'To the nearest whole step.', ['round_to(126 mm, 50 mm)', 150.0]],
        ['sin', 1..1, FROM_ANGLE, :sin_of, 'Sine of an angle.', ['sin(30 deg)', 0.5]],
        ['cos', 1..1, FROM_ANGLE, :cos_of, 'Cosine of an angle.', ['cos(60 deg)', 0.5]],
        ['tan', 1..1, FROM_ANGLE, :tan_of, 'Tangent of an angle.', ['tan(45 deg)', 1.0]],
        ['asin', 1..1, TO_ANGLE, :asin_of, 'Angle of a sine.', ['asin(0.5)', 30.0]],
        ['acos', 1..1, TO_ANGLE, :acos_of, 'Angle of a cosine.', ['acos(0.5)', 60.0]],
        ['atan', 1..1, TO_ANGLE, :atan_of, 'Angle of a tangent.', ['atan(1)', 45.0]],
        ['product', MANY, PLAIN, :product_of, 'Product of its arguments or of a list.', ['product(2, 3, 4)', 24.0], true],
        ['median', MANY, SAME, :median_of, 'Middle value.', ['median(8, 2, 5)', 5.0], true],
        ['all', MANY, ALL_LOGIC, :all_of, 'Whether all are true.', ['all(true, 1 < 2)', true], true],
        ['any', MANY, ALL_LOGIC, :any_of, 'Whether at least one is true.', ['any(false, 1 > 2)', false], true],
        ['list_contains', 2..2, MEMBER, :list_contains_of, 'Whether a list holds a value.',
         ['list_contains([1, 2], 2)', true]],
        ['lookup', 3..9, LOOKUP, :lookup_of,
         'The result of the row whose keys equal the values: results, then each list of keys with its value.',
         ['lookup([5.5, 6.6], ["M5", "M6"], "M6")', 6.6]],
        ['lookup_at_least', 3..9, LOOKUP_NUMBER, :lookup_at_least_of,
         'The result of the row with the smallest key that is enough; further numbers must be enough, too, all else must be equal.',
         ['lookup_at_least([50, 100], [50, 100], 60)', 100.0]],
        ['lookup_at_most', 3..9, LOOKUP_NUMBER, :lookup_at_most_of,
         'The result of the row with the largest key that fits; further numbers must fit, too, all else must be equal.',
         ['lookup_at_most([50, 100], [50, 100], 60)', 50.0]],
        ['where', 3..9, WHERE, :where_of, 'The items of a list in the rows whose keys equal the values.',
         ['sum(where([5, 6, 7], ["M5", "M6", "M5"], "M5"))', 12.0]],
        ['defined', 1..1, ->(_) { BOOLEAN }, :defined_of, 'Whether there is a value at all: no for what is undefined or does not apply.',
         ['defined(lookup([1], [2], 3))', false]],
        ['string', 1..1, STRING, :string_of, 'A plain number or a yes/no as text.', ['string(2.50)', '2.5']],
        ['upper_case', 1..1, ONE_TEXT, :upper_case_of, 'In capitals.', ['upper_case("oak")', 'OAK']],
        ['lower_case', 1..1, ONE_TEXT, :lower_case_of, 'In small letters.', ['lower_case("OAK")', 'oak']],
        ['substring', 2..3, SUBSTRING, :substring_of, 'From a character on, perhaps only so many.',
         ['substring("galvanised", 1, 4)', 'galv']],
        ['substring_before', 2..2, TWO_TEXTS, :substring_before_of, 'What stands before a mark.', ['substring_before("SF-12", "-")', 'SF']],
        ['substring_after', 2..2, TWO_TEXTS, :substring_after_of, 'What stands after a mark.', ['substring_after("SF-12", "-")', '12']],
        ['pi', 0..0, ->(_) { NUMBER }, :pi, 'Circumference of a circle over its diameter.', ['pi()', 3.141592654]],
        ['contains', 2..2, TEXTS, :contains_of, 'Whether a text holds another.', ['contains("oak", "a")', true]],
        ['starts_with', 2..2, TEXTS, :starts_with_of, 'Whether a text begins with another.',
         ['starts_with("oak", "o")', true]],
        ['ends_with', 2..2, TEXTS, :ends_with_of, 'Whether a text ends with another.', ['ends_with("oak", "k")', true]],
        ['string_length', 1..1, TEXT_SIZE, :string_length_of, 'Number of characters.', ['string_length("oak")', 3.0]]
      ].freeze

      # Those that compare numbers, or need whole ones.
      EXACT = %w[odd even list_contains lookup lookup_at_least lookup_at_most where string substring].freeze
      # Those that give a value of the type of a list's items.
      POLYMORPHIC = %w[lookup lookup_at_least lookup_at_most].freeze

      # Name => Function.
      ALL = TABLE.to_h do |name, takes, rule, *rest|
        call, about, example, spread = rest
        [name, Function.new(name: name, takes: takes, rule: Ractor.make_shareable(rule), call: call, about: about,
                            example: example, spread: spread || false, exact: EXACT.include?(name),
                            polymorphic: POLYMORPHIC.include?(name))]
      end.freeze
    end
  end
end
