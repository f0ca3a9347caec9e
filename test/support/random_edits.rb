# frozen_string_literal: true

# Random edits that suit the demo's side frame and families like it: cells, rows, columns, parameters, features, rules. Each
# names something that is there.
class RandomEdits
  KINDS = %i[cell cell cell rename_row add_row remove_row copy_row column limit feature state rule rule_off rename_parameter pattern move].freeze

  def initialize(family, random)
    @family = family
    @random = random
    @table = family.table('size')
  end

  # One edit in plain form.
  def edit = send(sample(KINDS))

  private

  def sample(list) = list.sample(random: @random)
  def row = sample(@table.rows).name
  def number(range) = @random.rand(range).to_s
  def on_table(name, **arguments) = on_family(name, table: 'size', **arguments)
  def on_family(name, **arguments) = JSON.parse(JSON.generate({ do: name, **arguments }))

  def cell = on_table('set_cell', row: row, column: sample(%w[length depth roller_pitch]), text: number(90..160))
  def rename_row = on_table('rename_row', row: row, name: "N-#{number(0..99_999)}")
  def add_row = on_table('add_row', name: "A-#{number(0..99_999)}", like: row, after: row)
  def remove_row = on_table('remove_rows', rows: [row])
  def copy_row = on_table('duplicate_rows', rows: [row])
  def move = on_table('move_rows', rows: [row])
  def column = on_table('set_column', target: sample(%w[length depth gauge]), field: 'key', text: sample(%w[yes no]))
  def limit = on_family('put_parameter', name: sample(%w[flange depth tie_bore]), fields: { sample(%w[note label]) => "said #{number(0..999)}" })
  def feature = on_family('set_feature', feature: sample(%w[windows tie_holes label_hole]), field: sample(%w[note vertical.offset]), text: number(20..40))
  def state = on_family('set_features', features: [sample(%w[windows tie_holes guide_holes])], field: 'tier', text: sample(%w[symbol working full]))
  def rule_off = on_family('switch_rule', name: sample(['Heavy loads', 'Three rollers']), active: sample([true, false]))
  def rename_parameter = on_family('rename_parameter', name: 'tie_bore', to: "bore_#{number(0..9999)}")
  def pattern = on_family('set_pattern', name: sample(%w[part_number description]), text: "X-{length}-#{number(0..99)}")

  def rule
    on_family('put_rule', rule: { name: "Rule #{number(0..3)}", when: "length > #{number(500..2000)} mm", then: [{ hide: 'label_hole' }] })
  end
end
