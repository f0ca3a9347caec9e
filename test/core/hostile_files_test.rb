# frozen_string_literal: true

require_relative '../support/core'
require_relative '../support/hostile_files'

# Files that are spoilt, or made to do harm: refused in words or taken, each in a process of its own with the limits that files have.
class HostileFilesTest < CoreCase
  # bin/test --long takes 5,000.
  COUNT = ENV['LATTICE_LONG'] ? 5000 : 45
  # One in so many of those that are made to do harm.
  EVERY = ENV['LATTICE_LONG'] ? 1 : 3
  SECONDS = 5

  def test_files_are_refused_or_taken
    plan = Plan.of(side_frame)
    ends = Hash.new(0)
    slow = []
    HostileFiles.new(plan, 24).each(COUNT, every: EVERY) do |kind, bytes|
      ended, seconds, grown = read(plan, kind, bytes)
      ends[ended] += 1
      slow << [kind, bytes[0, 60], ended, seconds, grown] if ended == :too_much || seconds.to_f > SECONDS / 2.0
      refute_equal :failed, ended, "#{kind}: #{bytes[0, 200].inspect}"
    end
    puts ends, slow.map(&:inspect) if ENV['LATTICE_LONG']
    assert_operator ends[:refused], :>, COUNT / 4
    # What the operating system ended is a small part, even of those that are made for it.
    assert_operator ends[:too_much], :<=, 4
  end

  # How it ended, and the seconds of a processor and the bytes that it took.
  def read(plan, kind, bytes)
    before = Integer(File.read('/proc/self/status')[/VmRSS:\s+(\d+)/, 1])
    said = VastLattice::Apart.value('The file', SECONDS) do
      how = taken(plan, kind, bytes)
      [how, Process.clock_gettime(Process::CLOCK_PROCESS_CPUTIME_ID), (Integer(File.read('/proc/self/status')[/VmHWM:\s+(\d+)/, 1]) - before) / 1000]
    end
    [said[0].to_sym, *said.drop(1)]
  rescue VastLattice::Apart::TooMuch
    [:too_much]
  rescue VastLattice::Apart::Ended
    [:failed]
  end

  def taken(plan, kind, bytes)
    from(plan, kind, bytes)
    'taken'
  rescue VastLattice::Error => e
    raise 'no words' if e.message.strip.empty? || e.message.match?(/undefined method|NoMethodError|#</)

    'refused'
  end

  def from(plan, kind, bytes)
    case kind
    when :xlsx, :ods, :csv then Exchange::TableImport.new(plan, Exchange::SHEET_FORMATS.fetch(kind.to_s).read(bytes), table: plan.family.tables.first)
    when :rules_xlsx, :rules_csv then Exchange::RuleTableSheets.read(Exchange::SHEET_FORMATS.fetch(kind.to_s.delete_prefix('rules_')).read(bytes), plan.family, name: 'x')
    when :family, :bundle_yaml, :bundle_zip then Exchange::BundleFile.read(bytes)
    when :dxf then Exchange::OutlineEdits.new(Exchange::OutlineReader.read(bytes).loops).plate('x', '5 mm')
    when :dmn then Exchange::DecisionFile.read(bytes, plan)
    when :schema then Guide::SchemaImport.new(plan.family, bytes, 'order')
    else Exchange::PictureFile.read(bytes)
    end
  end
end
