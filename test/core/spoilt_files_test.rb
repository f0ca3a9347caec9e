# frozen_string_literal: true

require_relative '../support/core'

# Family files that were spoilt at random: whatever they hold, they are refused or told in our own words, and what still
# makes sense is computed, drawn and written without an exception.
class SpoiltFilesTest < CoreCase
  DEMOS = Dir[File.join(ROOT, 'demo/*.yaml')].map { |path| File.read(path) }.freeze
  PIECES = ['[', ']', '{', '}', ': ', '- ', '"', "'", '&a ', '*a', '!x ', '|', "\t", "\u0000", '0', '-1', '1e99', 'mm', '1 / 0', 'index', '.built', '9999999', 'null',
            'if ', '((', 'lookup([1], [2], 3)', '[1][5]', '{length / (length - length)}'].freeze

  def spoilt(random)
    text = DEMOS.sample(random: random).dup
    rand_lines = text.lines
    random.rand(1..4).times do
      at = random.rand(rand_lines.size)
      line = rand_lines[at]
      rand_lines[at] = case random.rand(6)
                       when 0 then line.sub(/\d+/, %w[0 -5 1e9 7 x].sample(random: random))
                       when 1 then line.dup.insert(random.rand(line.size + 1), PIECES.sample(random: random))
                       when 2 then ''
                       when 3 then line * 2
                       when 4 then line.sub(/: .*$/, ": #{PIECES.sample(random: random)}")
                       else line.sub(/[a-z_]+/, &:reverse)
                       end
    end
    rand_lines.join
  end

  # What may come of a text: a refusal, findings, or a result that is written whole.
  def outcome_of(text)
    plan = Plan.of(Exchange::FamilyFile.read(text).family)
    plan.findings.each(&:to_tree)
    return :broken unless plan.runnable?

    result = Result.new(plan)
    JSON.generate(Exchange::ResultTree.tree(result))
    result.front_view
    result.findings.any?(&:error?) ? :wrong : :fine
  rescue Exchange::FamilyFile::Unreadable => e
    refute_empty e.problems
    assert_operator e.problems.size, :<=, Exchange::ShapeProblems::MOST + 1
    :refused
  end

  # bin/test --long takes 10,000.
  def test_spoilt_files_never_raise
    random = Random.new(40)
    met = Hash.new(0)
    steady(ENV['LATTICE_LONG'] ? 10_000 : 100) do |number|
      text = spoilt(random)
      met[outcome_of(text)] += 1
    rescue VastLattice::Error
      raise
    rescue StandardError, SystemStackError, SyntaxError => e
      flunk "number #{number}: #{e.class}: #{e.message}\n#{e.backtrace.grep(/vast_lattice/).first(4).join("\n")}\n#{text}"
    end
    assert_equal %i[broken fine refused wrong], met.keys.sort, met
  end
end
