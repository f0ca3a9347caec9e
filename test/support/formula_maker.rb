# frozen_string_literal: true

# Makes formulas of our language at random, most of them well-formed, many of them without a result.
class FormulaMaker
  FUNCTIONS = VastLattice::Formula::Functions::ALL

  def initialize(seed) = @random = Random.new(seed)

  # A text of some type; now and then spoilt.
  def formula
    text = send(pick(%i[number truth text]), rand(1..4))
    rand(0..12).zero? ? spoilt(text) : text
  end

  private

  def rand(range) = @random.rand(range)
  def pick(list) = list.sample(random: @random)

  def number(depth)
    return pick(['0', '1', '2.5', '0.1', '-3', '1e30', 'n', 'nothing', 'gap / 1 mm', 'length / 1 mm', '100000']) if depth.zero?

    less = depth - 1
    case rand(0..10)
    when 0..2 then "(#{number(less)} #{pick(['+', '-', '*', '/', '**'])} #{number(less)})"
    when 3 then "(if #{truth(less)} then #{number(less)} else #{number(less)})"
    when 4 then "#{pick(%w[min max sum mean median product])}(#{pick([list(less), "#{number(less)}, #{number(less)}"])})"
    when 5 then "#{pick(%w[floor ceiling abs sqrt exp log])}(#{number(less)})"
    when 6 then "#{pick(%w[modulo round_up round_down round_to])}(#{number(less)}, #{number(less)})"
    when 7 then "#{list(less)}[#{number(less)}]"
    when 8 then look_up(less)
    when 9 then "count(#{list(less)})"
    else "string_length(#{text(less)})"
    end
  end

  def look_up(less)
    pick(["lookup(#{list(less)}, #{list(less)}, #{number(less)})", "#{pick(%w[lookup_at_least lookup_at_most])}(#{list(less)}, #{list(less)}, #{number(less)})"])
  end

  def list(depth)
    plain = "[#{Array.new(rand(1..3)) { number([depth - 1, 0].max) }.join(', ')}]"
    rand(0..2).zero? ? "#{plain}[#{pick(['item > 1', "item #{pick(%w[< =])} #{number(0)}", "#{number(0)} / item > 1", 'defined(item)'])}]" : plain
  end

  def truth(depth)
    return pick(['yes', 'unknown', 'true', 'false', 'gap > 1 mm', 'length > gap']) if depth.zero?

    less = depth - 1
    case rand(0..8)
    when 0..1 then "(#{truth(less)} #{pick(%w[and or])} #{truth(less)})"
    when 2 then "not(#{truth(less)})"
    when 3 then "(#{number(less)} between #{number(less)} and #{number(less)})"
    when 4 then "(#{number(less)} in #{pick(['[', '('])}#{number(less)}..#{number(less)}#{pick([']', ')'])})"
    when 5 then "(#{number(less)} in (#{number(less)}, #{number(less)}))"
    when 6 then "#{pick(%w[all any])}(#{truth(less)}, #{truth(less)})"
    when 7 then pick(["defined(#{pick([number(less), truth(less), text(less), list(less)])})", "list_contains(#{list(less)}, #{number(less)})", "#{pick(%w[odd even])}(#{number(less)})"])
    else "(#{number(less)} #{pick(['<', '<=', '>', '>=', '=', '!='])} #{number(less)})"
    end
  end

  def text(depth)
    return pick(['"oak"', '""', 'wood', '"ß"', 'string(nothing)']) if depth.zero?

    less = depth - 1
    case rand(0..5)
    when 0 then "(#{text(less)} + #{text(less)})"
    when 1 then "#{pick(%w[upper_case lower_case])}(#{text(less)})"
    when 2 then "substring(#{text(less)}, #{number(less)}#{pick(['', ", #{number(less)}"])})"
    when 3 then "#{pick(%w[substring_before substring_after])}(#{text(less)}, #{text(less)})"
    when 4 then "string(#{pick([number(less), truth(less)])})"
    else "[#{text(less)}, #{text(less)}][#{pick([number(0), 'item = "oak"'])}]"
    end
  end

  def spoilt(text)
    at = rand(0..text.size)
    pick([text[0...at], text.dup.insert(at, pick(['(', ']', ' in ', '..', '"', ' mm', ' then ', '**', "\u0000"])), text.sub(/\d/, 'x')])
  end
end
