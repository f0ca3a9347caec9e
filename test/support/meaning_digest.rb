# frozen_string_literal: true

require 'digest'
require 'json'
require_relative 'core'
require_relative 'known_family'
require_relative 'random_edits'
require_relative 'random_family'

# What families mean, as digests in a file: values, states, deciders, reasons and findings. Made by the code that is known
# to be right, they show whether a change of the code changed any of it.
#
#   ruby -rbundler/setup test/support/meaning_digest.rb     makes the file anew
module MeaningDigest
  FILE = File.join(CoreTest::ROOT, 'test/data/meanings.json')
  RANDOM = 500
  HISTORIES = 40
  EDITS = 12

  module_function

  # {name of a case => what it is: a block that gives the digest}
  def cases
    { **demos, **randoms, **histories }
  end

  def demos
    families = Dir[File.join(CoreTest::ROOT, 'demo/*.yaml')].to_h { |path| [File.basename(path, '.yaml'), VastLattice::Exchange::FamilyFile.read(File.read(path)).family] }
    library = VastLattice::Plan::Library.new(families.values)
    families.transform_values { |family| -> { of_variants(library.plan(family.name)) } }
  end

  def randoms
    known = (0...RANDOM).to_h { |seed| ["known #{seed}", -> { KnownFamily.new(seed, undefined: seed % 5 != 0).then { |one| of(one.family, one.picks) } }] }
    known.merge((0...RANDOM).to_h { |seed| ["random #{seed}", -> { RandomFamily.new(seed).then { |one| of(one.family, [one.pick]) } }] })
  end

  # Edits one after the other, as a store keeps them.
  def histories = (0...HISTORIES).to_h { |seed| ["history #{seed}", -> { history(seed) }] }

  def history(seed)
    random = Random.new(seed)
    family = VastLattice::Exchange::FamilyFile.read(File.read(File.join(CoreTest::ROOT, 'demo/side-frame.yaml'))).family
    plan = VastLattice::Plan.of(family)
    Digest::SHA256.hexdigest(Array.new(EDITS) do
      plan = VastLattice::Plan.of(VastLattice::Family::Edits.apply(plan.family, RandomEdits.new(plan.family, random).edit), before: plan)
      plan.runnable? ? said(plan, plan.outcome) : trees(plan.findings).to_s
    rescue VastLattice::Error => e
      e.message
    end.join)
  end

  def of_variants(plan)
    Digest::SHA256.hexdigest(VastLattice::Variants::All.new(plan).map { |variant| said(plan, variant.outcome) }.join)
  end

  def of(family, picks)
    plan = VastLattice::Plan.of(family)
    Digest::SHA256.hexdigest(picks.map { |pick| said(plan, plan.outcome(pick)) }.join)
  end

  # As they were told before there were data beside the words.
  def trees(findings) = findings.map { |finding| finding.to_tree.except('about') }

  # All that an outcome says, with its plan's findings, as text.
  def said(plan, outcome)
    targets = plan.targets.reject(&:given?).sort_by(&:name)
    told = targets.map { |target| [target.name, outcome.text_of(target), outcome.decider(target.name).to_s, outcome.limit(target.name)] }
    reasons = outcome.pick.rows.empty? ? [] : targets.map { |target| outcome.because(target.name).to_tree }
    JSON.generate([told, reasons, trees(outcome.findings), outcome.labels, outcome.lines.map(&:to_tree), trees(plan.findings)], allow_nan: true)
  end

  def write = File.write(FILE, "#{JSON.pretty_generate(cases.transform_values { |digest| digest.call[0, 16] })}\n")
end

MeaningDigest.write if $PROGRAM_NAME == __FILE__
