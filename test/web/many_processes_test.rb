# frozen_string_literal: true

require_relative '../support/application'
require_relative '../support/random_edits'

# Several processes serve the same families: each store here stands for one of them. What one changes the others follow.
class ManyProcessesTest < WebCase
  WITHOUT = %w[straight-module].freeze

  def random_edit(store, random)
    store.edit('side-frame', version: nil, person: 'Engineer') { |family| Family::Edits.apply(family, RandomEdits.new(family, random).edit) }
  rescue VastLattice::Error
    nil
  end

  # A plan that is followed through the changes of others gives what one that is read whole gives: edits, undo, redo.
  def test_each_follows_what_the_others_change
    stores = Array.new(2) { Storage::Store.new }
    stores.each { |store| store.find('side-frame') }
    60.times do |number|
      random = Random.new(number)
      changing, following = stores.shuffle(random: random)
      case number % 6
      when 4 then changing.undo('side-frame', person: 'Engineer')
      when 5 then changing.redo('side-frame', person: 'Engineer')
      else random.rand(1..3).times { random_edit(changing, random) }
      end
      whole = Storage::Store.new.find('side-frame')
      followed = following.find('side-frame')
      assert_equal [whole.version, whole.family], [followed.version, followed.family], "step #{number}"
      assert_equal whole.plan.findings.map(&:to_s), followed.plan.findings.map(&:to_s)
      assert_equal Result.new(whole.plan).outcome.values.to_s, Result.new(followed.plan).outcome.values.to_s
      assert_equal(*[whole, followed].map { |stored| found_by_keys(stored) }, "step #{number}")
    end
  end

  # Rows by what their first column comes to: what is followed holds equal things, not the same ones.
  def found_by_keys(stored)
    table = stored.family.table('size')
    column = table&.columns&.first or return
    table.rows.first(3).map { |row| Variants::RowSearch.new(stored.plan, table).rows(column.target => row.cell(column.target).to_s).map(&:name) }
  rescue VastLattice::Error => e
    e.message
  end

  # Far behind, the family is read as a whole.
  def test_one_that_is_far_behind_follows_too
    behind = Storage::Store.new
    behind.find('roller')
    (Storage::Store::FOLLOWED + 2).times do |number|
      store.edit('roller', version: nil, person: 'Engineer') { |family| family.with(note: "Said #{number}") }
    end
    assert_equal "Said #{Storage::Store::FOLLOWED + 1}", behind.find('roller').family.note
  end

  # Everybody changes the same family at once: nothing is lost. On a loaded machine somebody may be told to come again.
  def test_all_change_one_family
    stores = Array.new(3) { Storage::Store.new }
    before = store.version('roller')
    writers = stores.flat_map { |store| Array.new(3) { |own| [store, own] } }.each_with_index.map do |(store, _), writer|
      Thread.new do
        4.times { |number| say(store, "#{writer}-#{number}", person: "P#{writer}") }
      ensure
        ActiveRecord::Base.connection_handler.clear_active_connections!
      end
    end
    writers.each(&:join)
    assert_equal before + 36, store.version('roller')
    assert_equal Array.new(9) { |writer| Array.new(4) { |number| "#{writer}-#{number}" } }.flatten.sort,
                 store.find('roller').family.note.split.sort.last(36)
  end

  def say(store, word, person:)
    store.edit('roller', version: nil, person: person) { |family| said(family, word) }
  rescue Storage::Contended
    retry
  end

  def said(family, word) = family.with(note: "#{family.note.to_s[/( ?\d-\d)*\z/]} #{word}")

  # Somebody who holds a family for long is not waited for for ever, and the lock goes with its connection.
  def test_a_lock_that_is_not_given_back
    other = Mysql2::Client.new(**ActiveRecord::Base.connection_db_config.configuration_hash.slice(:host, :port, :username, :password, :database))
    id = Storage::DocumentRecord.find_by(slug: 'roller').id
    other.query("SELECT GET_LOCK('lattice #{id}', 0)")
    refused(Storage::Contended) { store.edit('roller', version: nil, person: 'Engineer') { |family| family.with(note: 'x') } }
    other.close
    assert_equal 'x', store.edit('roller', version: nil, person: 'Engineer') { |family| family.with(note: 'x') }.family.note
  end
end
