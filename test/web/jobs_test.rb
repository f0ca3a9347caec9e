# frozen_string_literal: true

require_relative '../support/application'

# Work in the background: a queue in the database that is fair, and tasks that end once, whatever happens to a worker.
class JobsTest < WebCase
  Jobs = VastLattice::Jobs
  def tasks = Storage::TaskRecord
  CSV = "variant,length [mm]\nSF-0500,510\n"

  def setup
    super
    @queue = Jobs::Queue.new
    @stored = store.find('side-frame')
    Delayed::Job.delete_all
  end

  def begun(owner: 'Ann', input: CSV, **about)
    token = @queue.begin('import', @stored, owner: owner, person: owner, about: { 'file' => 'a.csv', 'table' => 'size', **about.transform_keys(&:to_s) }, input: input)
    tasks.find_by(token: token)
  end

  # Works off what waits, as one worker or another; a task at a time if a block looks at it.
  def work(name = 'one')
    worker = Delayed::Worker.new(quiet: true)
    worker.name = name
    worker.work_off
  end

  def alone(&) = TestApplication.without_worker(&)

  def test_a_task_is_done_and_survives_a_restart
    alone do
      task = begun
      assert_equal %w[waiting], [task.status]
      work
      task.reload
      assert_equal ['done', 1.0, nil, 1], [task.status, task.share, task.input, task.attempts]
      assert_equal '510', task.result['changes'].find { |change| change['kind'] == 'changed' }['cells']['length'].last[/\d+/]
      assert_equal 0, Delayed::Job.count
    end
  end

  # Ann has three files waiting when Ben comes with one: his is read second.
  def test_everybody_has_a_turn_before_anybody_has_two
    alone do
      made = %w[Ann Ann Ann Ben].map { |owner| begun(owner: owner) }
      refused(Jobs::Queue::Full) { begun(owner: 'Ann') }
      order = []
      4.times do
        job = Delayed::Job.reserve(Delayed::Worker.new.tap { |worker| worker.name = 'one' })
        order << tasks.find(job.payload_object.task_id).owner
        job.destroy
      end
      assert_equal %w[Ann Ben Ann Ann], order
      assert_equal 4, made.size
    end
  end

  # What nobody wants any more is not begun, and is left where it has begun.
  def test_cancelling
    alone do
      task = begun
      @queue.cancel(task)
      work
      assert_equal ['cancelled', nil], tasks.find(task.id).slice('status', 'result').values

      under_way = begun
      progress = Jobs::Progress.new(under_way)
      under_way.move('waiting', status: 'working')
      progress.at(0.1, 'reading')
      assert_equal 'reading', tasks.find(under_way.id).doing
      assert_in_delta 0.1, tasks.find(under_way.id).share
      @queue.cancel(tasks.find(under_way.id))
      refused(Jobs::Progress::Cancelled) { progress.at(0.2, 'checking') }
    end
  end

  # A worker that was killed left its task locked: started again under its name it goes on with it at once, another one
  # once the first counts as dead; and it ends once.
  def test_a_worker_that_was_killed
    alone do
      { 'one' => 0, 'two' => 601 }.each do |name, seconds|
        task = begun
        job = Delayed::Job.reserve(Delayed::Worker.new.tap { |worker| worker.name = 'one' })
        task.move('waiting', status: 'working', attempts: 1)
        Delayed::Job.where(id: job.id).update_all(locked_at: Time.now.utc - seconds)
        work('three') if seconds.zero?
        assert_equal 'working', task.reload.status
        work(name)
        assert_equal ['done', 2], [task.reload.status, task.attempts]
        refute task.move(tasks::OPEN, status: 'refused'), 'it is over'
      end
    end
  end

  # What ends every worker is given up; what fails is told in words; a database that is away is tried again.
  def test_what_goes_wrong
    alone do
      deadly = begun
      deadly.move('waiting', status: 'working', attempts: 3)
      work
      assert_match(/ended several times/, deadly.reload.result['message'])

      refused = begun(input: "variant,length [mm]\nSF-0500,x y\n")
      work
      assert_equal 'refused', refused.reload.status
      assert_match(/cannot be taken/, refused.result['message'])
      refute_empty refused.result['problems']

      away = begun
      failing = Class.new(Jobs::Kind) { def self.new(*) = raise(ActiveRecord::ConnectionFailed, 'gone') }
      with_kind('import', failing) { work }
      assert_equal ['working', 1], [away.reload.status, Delayed::Job.where(attempts: 1).count]
      Delayed::Job.update_all(run_at: Time.now.utc - 1)
      work
      assert_equal 'done', away.reload.status
    end
  end

  # A file is read in a process of its own, which ends with the wish, and whose end is none of the worker.
  def test_the_process_of_a_file
    reading = Class.new(Jobs::Kind) do
      def self.seconds = 1
      def result = about == 'dies' ? Process.kill('KILL', Process.pid) : loop { progress.at(0.5, 'reading') }
      def about = task.about['file']
    end
    alone do
      with_kind('import', reading) do
        long = begun
        work
        assert_equal ['refused', 'The file takes more work than is allowed.'], [long.reload.status, long.result['message']]

        unwanted = begun
        ends = Thread.new { wait_for { tasks.find(unwanted.id).status == 'working' } && @queue.cancel(tasks.find(unwanted.id)) }
        work
        assert_equal 'cancelled', ends.join && unwanted.reload.status

        dies = begun(file: 'dies')
        work
        assert_equal ['working', 1], [dies.reload.status, Delayed::Job.where(attempts: 1).count]
      end
    end
  end

  def wait_for = 500.times.any? { yield || (sleep(0.01) && false) }

  # A workbook of 100 names for one large sheet is read once, one of more names not at all; both in less than a second.
  def test_one_part_under_many_names
    rows = [['variant', 'length [mm]']] + Array.new(3000) { |row| ["R#{row}", row.to_f] }
    whole = Exchange::SHEET_FORMATS.fetch('xlsx').write([Exchange::Sheet.new('size', rows)]).b
    { 90 => 'done', 20_000 => 'refused' }.each do |count, status|
      listed = Array.new(count) { |number| %(<sheet name="s#{number}" sheetId="#{number + 2}" r:id="rId1"/>) }.join
      many = renamed(whole) { |book| book.sub('</sheets>', "#{listed}</sheets>") }
      task = alone { begun(input: many, file: 'a.xlsx').tap { work } }
      assert_equal status, task.reload.status, task.result.to_s[0, 300]
    end
  end

  # The bytes of a workbook with other names of sheets.
  def renamed(bytes)
    Zip::OutputStream.write_buffer do |out|
      Zip::File.open_buffer(StringIO.new(bytes)).each do |entry|
        out.put_next_entry(entry.name)
        content = entry.get_input_stream.read
        out.write(entry.name == 'xl/workbook.xml' ? yield(content) : content)
      end
    end.string
  end

  # What one person brings in never pushes out what another waits for; nothing that is over stays in the queue.
  def test_results_of_others_stay
    alone do
      ben = begun(owner: 'Ben')
      work
      (Jobs::Queue::KEPT + 3).times { begun(owner: 'Ann') && work }
      assert_equal ['done', Jobs::Queue::KEPT + 1], [ben.reload.status, tasks.of('Ann').count]
      waiting = begun(owner: 'Ann')
      @queue.cancel(waiting.reload)
      assert_equal 0, Delayed::Job.count
      ben.update_columns(created_at: Time.now - (2 * Jobs::Queue::KEPT_FOR))
      begun(owner: 'Ann')
      refute tasks.exists?(ben.id)
    end
  end

  def with_kind(name, kind)
    kinds = Jobs::KINDS
    Jobs.send(:remove_const, :KINDS)
    Jobs.const_set(:KINDS, kinds.merge(name => kind))
    yield
  ensure
    Jobs.send(:remove_const, :KINDS)
    Jobs.const_set(:KINDS, kinds)
  end

  # Through the API: given up while it waits, taken when it is done, gone then.
  def test_through_the_api
    send_file = lambda do
      post "#{API}/imports?table=size", CSV, { 'CONTENT_TYPE' => 'application/octet-stream', 'HTTP_X_FILE_NAME' => 'a.csv', 'HTTP_X_CSRF_TOKEN' => token }
      JSON.parse(last_response.body)['id']
    end
    alone do
      id = send_file.call
      assert_equal [false, 'waiting'], get_json("#{API}/imports/#{id}").values_at('done', 'doing')
      delete "#{API}/imports/#{id}", {}, 'HTTP_X_CSRF_TOKEN' => token
      assert_equal 'It was given up.', get_json("#{API}/imports/#{id}").dig('error', 'message')

      id = send_file.call
      work
      found = get_json("#{API}/imports/#{id}")
      gone = found['changes'].select { |change| change['kind'] == 'gone' }.map { |change| change['id'] }
      taken = post_json("#{API}/imports/#{id}/take", 'except' => gone, 'version' => @stored.version)
      assert_equal [1, @stored.version + 1], taken.values_at('taken', 'version')
      assert_equal '510', get_json('/api/families/side-frame').dig('family', 'tables', 0, 'rows', 0, 'cells', 'length')[/\d+/]
      assert_match(/not here/, get_json("#{API}/imports/#{id}").dig('error', 'message'))
    end
  end
end
