# frozen_string_literal: true

# A kind of document that the program does not have: a batch of things to be made, each of a family, with answers, some of a fixed edition.
class Batch < VastLattice::Value.with(:name, entries: [])
  def to_tree = { 'name' => name, 'entries' => entries }
  def self.from_tree(tree) = new(name: tree['name'], entries: tree['entries'].to_a)

  # What a batch compiles to: the plan of each entry.
  Compiled = Struct.new(:batch, :plans) do
    # The length of each, as it was answered.
    def lengths = outcomes.map { |outcome| outcome.values[outcome.plan.symbols[%w[wall reach].find { |name| outcome.plan.symbols[name] }].index] }
    def outcomes = batch.entries.zip(plans).map { |entry, plan| plan.outcome(VastLattice::Plan::Pick.new(answers: entry['answers'])) }

    def faults
      batch.entries.zip(plans).each_with_index.flat_map { |(entry, plan), number| faults_of(entry, plan, "entry #{number + 1}") }
    end

    private

    def faults_of(entry, plan, place)
      return [fault("There is no family #{entry['family']}.", place)] unless plan

      plan.outcome(VastLattice::Plan::Pick.new(answers: entry['answers'])).findings.select(&:error?).map { |finding| fault(finding.message, place) }
    rescue VastLattice::Error => e
      [fault(e.message, place)]
    end

    def fault(message, place) = VastLattice::Finding.new(code: :batch, level: :error, wording: message, place: VastLattice::Place.at(place))
  end
end

# What the store must know of batches.
module BatchDocument
  extend VastLattice::Storage::WholeDocument

  class << self
    def name = 'batch'
    def type = Batch
    def composed? = true
    def blank(title) = Batch.new(name: title)
    def document(compiled) = compiled.batch
    def faults(compiled) = compiled.faults

    def compiled(batch, library:, before: nil)
      before && before.batch.nil? ? before : Batch::Compiled.new(batch, batch.entries.map { |entry| library.plan(entry['family'], edition: entry['edition']) })
    end

    def uses(batch)
      batch.entries.map { |entry| VastLattice::Storage::Use.new(kind: 'family', title: entry['family'], edition: entry['edition']) }.uniq
    end

    # The names that families got.
    def carried(batch, changes)
      called = changes.to_h { |(_, before), (_, after)| [before, after.name] }
      with_entries(batch) { |entry| { **entry, 'family' => called.fetch(entry['family'], entry['family']) } }
    end

    # The names that parameters got.
    def followed(compiled, asked)
      called = asked.edits.select { |edit| edit['do'] == 'rename_parameter' }.to_h { |edit| edit.values_at('name', 'to') }
      with_entries(compiled.batch) { |entry| entry['family'] == asked.title ? { **entry, 'answers' => entry['answers'].transform_keys { |name| called.fetch(name, name) } } : entry }
    end

    private

    def with_entries(batch)
      changed = batch.with(entries: batch.entries.map { |entry| entry['edition'] ? entry : yield(entry) })
      changed == batch ? batch : changed
    end
  end
end
