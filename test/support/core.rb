# frozen_string_literal: true

# Everything a test of the core needs.
require 'minitest/autorun'
require_relative '../../lib/vast_lattice'
require_relative 'families'
require_relative 'watchdog'

module CoreTest
  ROOT = File.expand_path('../..', __dir__)
end

# Base of the tests of the core.
class CoreCase < Minitest::Test
  include VastLattice
  include Families
  include Watchdog

  ROOT = CoreTest::ROOT

  # Evaluates a formula with named values: {"length" => [2000.0, Type]}.
  def evaluate(text, given = {})
    variables = given.keys.each_with_index.map { |name, index| Formula::Variable.new(name: name, type: given[name].last, index: index) }
    typed = Formula.type(text, Formula::Scope.new(variables))
    names = given.keys.each_index.map { |index| "v#{index} = v[#{index}]; " }.join
    Formula.compile(Formula::Emitter.lambda_of('v', "#{names}#{Formula::Emitter.settled(typed)}")).call([]).call(given.values.map(&:first))
  end

  # Most kB by which the memory of this process may grow over many cases of one kind.
  GROWTH = 80_000

  # Calls the block for each number below +count+; what it leaves behind must not grow with them: the memory after the
  # last fifth is compared with that after the first.
  def steady(count)
    early = nil
    count.times do |number|
      early = memory if number == count / 5
      yield number
    end
    assert_operator memory - early, :<, GROWTH, 'memory grows'
  end

  # Memory of this process in kB, without what is garbage.
  def memory
    GC.start
    File.read('/proc/self/status')[/VmRSS:\s+(\d+)/, 1].to_i
  end

  # Exit code, output and complaints of a command of bin/lattice.
  def lattice(*arguments)
    out = StringIO.new
    err = StringIO.new
    [VastLattice::CommandLine.new(arguments.map(&:to_s), out: out, err: err).run, out.string, err.string]
  end

  # The error that the block raises.
  def refused(kind = Formula::Error, &) = assert_raises(kind, &)
end
