# frozen_string_literal: true

# Families to test with.
module Families
  # The demo's side frame.
  def side_frame = read_family(File.read(File.join(CoreTest::ROOT, 'demo/side-frame.yaml')))

  # The demo, whose families are made of each other: Plans by name.
  def demo_plans
    families = Dir[File.join(CoreTest::ROOT, 'demo/*.yaml')].map { |path| read_family(File.read(path)) }
    library = VastLattice::Plan::Library.new(families)
    families.to_h { |family| [family.name, library.plan(family.name)] }
  end

  # The plain washers of ISO 7089 with their table.
  def washers
    family = read_family(File.read(File.join(CoreTest::ROOT, 'test/data/washer.yaml')))
    csv = File.read(File.join(CoreTest::ROOT, 'test/data/washer-iso-7089.csv'))
    imported(family, 'csv', csv, table: family.tables.first)
  end

  # The family after all that a spreadsheet says is taken.
  def imported(family, format, bytes, table: nil)
    sheets = VastLattice::Exchange::SHEET_FORMATS.fetch(format).read(bytes)
    import = VastLattice::Exchange::TableImport.new(VastLattice::Plan.of(family), sheets, table: table)
    import.changes.edits.reduce(family) { |changed, edit| VastLattice::Family::Edits.apply(changed, edit) }
  end

  # The tables of a family as a spreadsheet.
  def exported(family, format)
    VastLattice::Exchange::SHEET_FORMATS.fetch(format).write(VastLattice::Exchange::TableSheets.write(VastLattice::Plan.of(family)))
  end

  def read_family(text) = VastLattice::Exchange::FamilyFile.read(text).family

  # A family from a few lines of YAML below the heading.
  def family(body) = read_family("vast_lattice: 1\nfamily: Test\n#{body}")

  def plan(body) = VastLattice::Plan.of(family(body))

  def pick(rows: {}, answers: {}, overrides: {}) = VastLattice::Plan::Pick.new(rows: rows, answers: answers, overrides: overrides)
end
