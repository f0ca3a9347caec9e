# frozen_string_literal: true

module VastLattice
  module ExactSolids
    # The process of the geometry kernel (kernel.mjs): it is started when something is asked for, stays, answers one request after the
    # other, and is started again when it dies. A request has limits of processor time and memory.
    class Kernel
      SCRIPT = File.expand_path('kernel.mjs', __dir__)
      # Seconds of a processor that a request may take, and bytes of memory that the process may have.
      SECONDS = 120
      MEMORY = 1_500_000_000
      # More than that is not kept between two requests.
      KEEP = 700_000_000
      # How many times as long as that it is waited for at most.
      PATIENCE = 4
      # Seconds between two looks, and how many of them starting takes.
      LOOK = 0.1
      STARTING = 5
      # Of /proc/PID/stat: user and system time, in ticks of which a second has a hundred; resident memory, in pages (proc(5)).
      TICKS = 100.0
      PAGE = 4096
      USER = 11
      SYSTEM = 12
      PAGES = 21
      private_constant :USER, :SYSTEM, :PAGES, :TICKS, :PAGE

      @lock = Mutex.new

      # The one of this process of ours.
      def self.here
        @lock.synchronize do
          @here = nil unless @pid == Process.pid
          @pid = Process.pid
          @here ||= new
        end
      end

      def initialize
        @lock = Mutex.new
      end

      # What it answers to a request, in plain form. Where it dies meanwhile, it is asked once more. Raises Missing, Unmade,
      # Apart::TooMuch, and what whoever watches raises.
      def ask(request)
        @lock.synchronize do
          answered = Array.new(2).lazy.filter_map { once(request) }.first or raise Unmade, Wording[:the_geometry_kernel_ended_twice].to_s
          raise Unmade, answered['problem'] if answered['problem']

          answered['value']
        end
      end

      # Its process, or nil.
      attr_reader :pid

      # Ends it once nobody asks; the next request starts it again.
      def rest = @lock.synchronize { stop }

      # Ends it at once.
      def stop
        return unless @pid

        Process.kill('KILL', @pid)
        Process.wait(@pid)
      rescue Errno::ESRCH, Errno::ECHILD
        nil
      ensure
        [@in, @out].compact.each(&:close)
        @pid = @in = @out = nil
      end

      private

      # The answer, or nil where the process died. Whatever comes between ends it: its answer would be taken for that of another request.
      def once(request)
        start unless @pid
        line = heard(used.first) { send_line(request) }
        line && JSON.parse(line)
      ensure
        stop unless line && used.last <= KEEP
      end

      # Takes about half a second, which whoever watches is told before: they may have it done elsewhere.
      def start
        STARTING.times { Watch.count(Watch::PULSE + 1) }
        theirs, @in = IO.pipe
        @out, answers = IO.pipe
        @pid = Process.spawn('node', '--max-old-space-size=512', SCRIPT, in: theirs, out: answers, err: File::NULL, pgroup: true)
        [theirs, answers].each(&:close)
        return if heard(0.0) == "ready\n"

        stop
        raise Missing
      rescue Errno::ENOENT
        raise Missing
      end

      # Sent beside the reading: neither side waits for the other.
      def send_line(request)
        # To this process alone: it may be another one before the thread begins.
        Thread.new(@in) { |input| input.write(JSON.generate(request), "\n") }.tap { |thread| thread.report_on_exception = false }
      end

      # A line that it says after the block, or nil where it ends.
      def heard(before)
        yield if block_given?
        text = +''
        late = now + (SECONDS * PATIENCE)
        until text.end_with?("\n")
          if @out.wait_readable(LOOK)
            text << @out.readpartial(1 << 20)
          else
            Watch.count(Watch::PULSE + 1)
            ensure_allowed(before, late)
          end
        end
        text.force_encoding(Encoding::UTF_8)
      rescue EOFError
        nil
      end

      def ensure_allowed(before, late)
        seconds, memory = used
        return if seconds - before < SECONDS && memory < MEMORY && now < late

        stop
        raise Apart::TooMuch, Wording[:the_solid].to_s
      end

      # [seconds of a processor, bytes] that it has taken.
      def used
        fields = File.read("/proc/#{@pid}/stat").split(') ').last.split
        [(fields[USER].to_i + fields[SYSTEM].to_i) / TICKS, fields[PAGES].to_i * PAGE]
      rescue SystemCallError
        [0.0, 0]
      end

      def now = Process.clock_gettime(Process::CLOCK_MONOTONIC)
    end
  end
end
