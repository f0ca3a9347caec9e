# frozen_string_literal: true

module VastLattice
  module Guide
    # Work in a process of its own, which ends after so much work: what it has told by then counts. Work is measured in seconds of a
    # processor, so that what is found does not depend on what else the machine has to do.
    module Apart
      # How many times as long it is waited for at most, on a machine with much else to do.
      PATIENCE = 6

      # What the block tells in so many whole seconds: it is called with something that takes values of JSON, one by one.
      def self.call(seconds, &work)
        reader, writer = IO.pipe(binmode: true)
        child = fork { tell(reader, writer, seconds, &work) }
        writer.close
        listen(reader, Process.clock_gettime(Process::CLOCK_MONOTONIC) + (seconds * PATIENCE))
      ensure
        [reader, writer].each { |pipe| pipe&.close unless pipe&.closed? }
        finish(child) if child
      end

      # In the child. Nothing of the parent ends with it.
      def self.tell(reader, writer, seconds)
        Process.setrlimit(Process::RLIMIT_CPU, seconds)
        reader.close
        yield ->(value) { writer.write(JSON.generate(value), "\n") && writer.flush }
        writer.close
      rescue StandardError => e
        Trouble.tell(e)
      ensure
        exit!(0)
      end
      private_class_method :tell

      def self.listen(reader, deadline)
        bytes = +''.b
        loop do
          left = deadline - Process.clock_gettime(Process::CLOCK_MONOTONIC)
          break unless left.positive? && reader.wait_readable(left)

          bytes << reader.readpartial(65_536)
        rescue EOFError
          break
        end
        # What came whole.
        bytes.force_encoding('UTF-8').each_line.select { |line| line.end_with?("\n") }.map { |line| JSON.parse(line) }
      end
      private_class_method :listen

      def self.finish(child)
        Process.kill('KILL', child)
        Process.wait(child)
      rescue Errno::ESRCH, Errno::ECHILD
        nil
      end
      private_class_method :finish
    end
  end
end
