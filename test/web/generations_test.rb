# frozen_string_literal: true

require_relative '../support/application'
require 'zip'

# Files of all variants, made in the background: shared by workers, once, whole, whoever is killed.
class GenerationsTest < WebCase
  Jobs = VastLattice::Jobs
  PATH = '/api/families/side-frame/generations'

  def setup
    super
    # Files are made in the background.
    Delayed::Worker.queues = []
    Delayed::Job.delete_all
    [Storage::GenerationRecord, Storage::MadeFileRecord].each(&:delete_all)
  end

  def teardown
    Delayed::Worker.queues = %w[persons]
    super
  end

  def alone(&) = TestApplication.without_worker(&)

  def order(**more) = post_json(PATH, { 'results' => ['front.svg'], **more.transform_keys(&:to_s) })
  def state = get_json(PATH)['orders'].first

  def work(name = 'one')
    Delayed::Worker.new(quiet: true).tap { |worker| worker.name = name }.work_off
  end

  def zip(id)
    get "/families/side-frame/generations/#{id}.zip"
    assert_equal 200, last_response.status
    Zip::File.open_buffer(StringIO.new(last_response.body)).to_h { |entry| [entry.name, entry.get_input_stream.read] }
  end

  # All files, with right checksums; a second order keeps all; after a changed row one is made.
  def test_made_once
    alone do
      first = order(results: %w[front.svg outlines.dxf])
      assert_equal ['working', 16, 0], first.values_at('status', 'files', 'made')
      work
      assert_equal ['done', 16, 16, 0, false], state.values_at('status', 'files', 'made', 'kept', 'stale')
      files = zip(first['id'])
      manifest = JSON.parse(files.delete('manifest.json'))
      assert_equal(manifest['files'].to_h { |file| [file['name'], file['sha256']] }, files.transform_values { |bytes| Digest::SHA256.hexdigest(bytes) })
      assert_equal VastLattice::Results.write('front.svg', VastLattice::Results::Subject.new(plan: store.find('side-frame').plan, pick: Plan::Pick.new(rows: { 'size' => 'SF-0630' }))),
                   files.fetch('SF-0630-front.svg').force_encoding('UTF-8')

      order(results: %w[front.svg outlines.dxf])
      work
      assert_equal [0, 16], state.values_at('made', 'kept')
      post_json("#{API}/edits", 'edit' => { 'do' => 'set_cell', 'table' => 'size', 'row' => 'SF-0800', 'column' => 'length', 'text' => '805' })
      assert state['stale']
      order(results: %w[front.svg outlines.dxf])
      work
      assert_equal [2, 14], state.values_at('made', 'kept')
    end
  end

  # Two workers take different files; one that ended is done by whoever begins anew with its task, and nothing is made twice.
  def test_shared_and_killed
    alone do
      record = Storage::GenerationRecord.find(order['id'])
      files = Storage::GeneratedFileRecord
      one, two = %w[a b].map { |by| files.take(record, by) }
      refute_equal one.id, two.id
      files.put_back(record, 'a')
      assert_equal %w[waiting working], [one.reload.status, two.reload.status]
      # Whoever was at it is not there any more: what is told in its name puts it back.
      task = Storage::TaskRecord.where(kind: 'generation').order(:id).first
      two.update!(taken_by: task.token)
      work
      assert_equal ['done', 8], state.values_at('status', 'made')
      # What ends workers again and again is given up, and the others are made.
      spoilt = Storage::GenerationRecord.find(order(results: ['solid.stl'])['id'])
      bad = spoilt.files.first
      bad.update!(status: 'working', taken_by: 'x', attempts: 3)
      files.put_back(spoilt, 'x')
      assert_equal ['failed', 'The program that made it ended several times.'], [bad.reload.status, bad.problem]
    end
  end

  # Nobody is at it for long: after a while it is put off, and gone on with; nothing is lost by that.
  def test_sittings
    alone do
      Jobs::Generation.stub(:sitting, -1) do
        order
        # The looks at what was stored before would come first.
        Delayed::Job.where.not(id: tasks_of_files.pluck(:job_id)).delete_all
        worker = Delayed::Worker.new(quiet: true).tap { |one| one.name = 'one' }
        worker.work_off(2)
        assert_equal ['working', 2], state.values_at('status', 'made')
        work
        assert_equal ['done', 8], state.values_at('status', 'made')
        assert_equal([0], tasks_of_files.pluck(:attempts).uniq.map { |times| times - 1 })
      end
    end
  end

  def tasks_of_files = Storage::TaskRecord.where(kind: 'generation')

  # Where the program itself goes wrong at a file, that one fails, and the others are made. Whoever ended for good leaves nothing behind: what
  # he was at is made by who is there; where nobody is there any more, one can go on.
  def test_what_goes_wrong_inside
    alone do
      order
      written = VastLattice::Results.method(:write)
      VastLattice::Trouble.stub(:tell, nil) do
        VastLattice::Results.stub(:write, ->(name, subject, options) { subject.pick.rows['size'] == 'SF-1000' ? raise(NoMethodError, 'undefined') : written.call(name, subject, options) }) { work }
      end
      assert_equal ['done', 7, 1], state.values_at('status', 'made', 'failed')
      assert_match(/went wrong inside/, state['problems'].first['problem'])

      post_json("#{API}/edits", 'edit' => { 'do' => 'set_cell', 'table' => 'size', 'row' => 'SF-0800', 'column' => 'length', 'text' => '807' })
      record = Storage::GenerationRecord.find(order['id'])
      record.files.first.update!(status: 'working', taken_by: 'gone')
      work
      assert_equal(['done', 8], state.then { |told| [told['status'], told['made'] + told['kept']] })

      left = Storage::GenerationRecord.find(order(results: %w[outlines.dxf])['id'])
      tasks_of_files.where('token LIKE ?', "#{left.id} %").update_all(status: 'refused')
      Delayed::Job.delete_all
      assert_equal 'stopped', state['status']
      assert_equal 'working', post_json("#{PATH}/#{left.id}/go_on", {})['status']
      work
      assert_equal ['done', 8], state.values_at('status', 'made')
    end
  end

  # Stopped it stops, and goes on; what failed says why; a version that changed meanwhile is made as it was ordered.
  def test_stop_and_go_on
    alone do
      id = order['id']
      assert_equal 'stopped', post_json("#{PATH}/#{id}/stop", {})['status']
      work
      assert_equal ['stopped', 0], state.values_at('status', 'made')
      post_json("#{API}/edits", 'edit' => { 'do' => 'set_cell', 'table' => 'size', 'row' => 'SF-0800', 'column' => 'length', 'text' => '805' })
      # Whoever was at one of them when it was stopped is not there any more.
      Storage::GeneratedFileRecord.where(generation_id: id).first.update!(status: 'working', taken_by: 'nobody')
      assert_equal 'working', post_json("#{PATH}/#{id}/go_on", {})['status']
      work
      assert_equal ['done', 8], state.values_at('status', 'made')
      assert_match(/>800</, zip(id).fetch('SF-0800-front.svg'))
      post_json('/api/families/roller/generations', 'results' => ['outlines.dxf'])
      work
      failed = get_json('/api/families/roller/generations')['orders'].first
      assert_equal failed['files'], failed['failed']
      assert_match(/No part of it is flat/, failed['problems'].first['problem'])
    end
  end

  def test_what_is_refused
    { { 'results' => [] } => /No result/, { 'results' => ['variants.csv'] } => /single variants/, { 'results' => ['front.svg'], 'pattern' => 'x' } => /would be called/ }.each do |body, words|
      assert_match words, post_json(PATH, body)['error'].values_at('message', 'remedy').join(' ')
      assert_equal 422, last_response.status
    end
    get '/families/side-frame/generations/999.zip'
    assert_equal 404, last_response.status
  end
end
