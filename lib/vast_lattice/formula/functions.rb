# frozen_string_literal: true

module VastLattice
  module Formula
    # All functions. Those that FEEL has (OMG DMN 1.5, 10.3.4) keep its name and meaning; round_up,
    # round_down, round_to, the angle functions and pi are ours.
    module Functions
      PLAIN = ->(types) { types.all?(&:plain?) ? NUMBER : 'plain numbers' }
      SAME = lambda do |types|
        same = types.all?(&:number?) && types.map(&:dimension).uniq.size == 1
        same ? types.first : 'numbers of one dimension'
      end
      LIST = ->(types) { types.first.list? ? NUMBER : 'a list' }
      ROOT = lambda do |types|
        root = types.first.dimension&.root
        root ? Type.number(root) : 'a plain number or an area'
      end
      FROM_ANGLE = ->(types) { types.first.dimension == Units::ANGLE ? NUMBER : 'an angle, such as 30 deg' }
      TO_ANGLE = ->(types) { types.first.plain? ? Type.number(Units::ANGLE) : 'a plain number' }
      LOGIC = ->(types) { types.first.boolean? ? BOOLEAN : 'a yes/no value' }
      PARITY = ->(types) { types.first.plain? ? BOOLEAN : 'a plain number' }
      TEXTS = ->(types) { types.all?(&:text?) ? BOOLEAN : 'texts' }
      TEXT_SIZE = ->(types) { types.first.text? ? NUMBER : 'a text' }

      MANY = (1..Parser::MOST_ITEMS)
      TABLE = [
        ['min', MANY, SAME, :least_of, 'Smallest of its arguments or of a list.', ['min(3, 1, 2)', 1.0], true],
        ['max', MANY, SAME, :most_of, 'Largest of its arguments or of a list.', ['max(3, 1, 2)', 3.0], true],
        ['sum', MANY, SAME, :sum_of, 'Sum of its arguments or of a list.', ['sum([1, 2, 3])', 6.0], true],
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
        ['pi', 0..0, ->(_) { NUMBER }, :pi, 'Circumference of a circle over its diameter.', ['pi()', 3.141592654]],
        ['contains', 2..2, TEXTS, :contains_of, 'Whether a text holds another.', ['contains("oak", "a")', true]],
        ['starts_with', 2..2, TEXTS, :starts_with_of, 'Whether a text begins with another.',
         ['starts_with("oak", "o")', true]],
        ['ends_with', 2..2, TEXTS, :ends_with_of, 'Whether a text ends with another.', ['ends_with("oak", "k")', true]],
        ['string_length', 1..1, TEXT_SIZE, :string_length_of, 'Number of characters.', ['string_length("oak")', 3.0]]
      ].freeze

      # Name => Function.
      ALL = TABLE.to_h do |name, takes, rule, *rest|
        call, about, example, spread = rest
        [name, Function.new(name: name, takes: takes, rule: Ractor.make_shareable(rule), call: call, about: about,
                            example: example, spread: spread || false)]
      end.freeze
    end
  end
end
