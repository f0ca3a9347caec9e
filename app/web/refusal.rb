# frozen_string_literal: true

module VastLattice
  module Web
    # What a request is told that cannot be answered: a code of HTTP, words, a remedy, and what else a program may want to know
    # (findings, problems, stale), for pages and programs alike.
    class Refusal < Struct.new(:code, :message, :remedy, :more)
      # An address holds something that is no text.
      class Unreadable < StandardError
      end

      AGAIN = 'Try again. If it happens again, please tell whoever looks after Vast Lattice.'
      # The engineer may be who looks after it.
      LOG = "#{AGAIN} The terminal of bin/start tells more.".freeze

      NO_ADDRESS = ->(_) { new(404, 'There is nothing at this address.', 'Choose a family from the list.') }
      UNREADABLE = ->(_) { new(400, 'The address holds something that is no text.', 'Follow a link of the program.') }
      FULL = lambda do |error|
        warn "#{error.class}: #{error.message.lines.first}"
        new(507, 'There is no room left to store anything. What was confirmed is safe; this was not kept.',
            'Make room on the disk of the database, then try again.')
      end
      # How MariaDB says that its disk, or a table, is full.
      NO_ROOM = /table .* is full|no space left|disk full|errno: 28/i
      NO_JSON = ->(_) { new(400, 'The request is not well-formed JSON.') }
      LOCKED = ->(_) { new(409, 'Somebody else is changing this family just now.', 'Try again in a moment.') }
      NO_DATABASE = lambda do |error|
        warn "#{error.class}: #{error.message}"
        new(503, 'The database does not answer. What was confirmed is safe.', 'Try again in a moment.')
      end
      IN_ITS_WORDS = ->(code, more = {}) { ->(error) { new(code, error.message, error.remedy, more) } }

      # Kinds of errors from the special to the general, and what becomes of each.
      KNOWN = {
        Sinatra::NotFound => NO_ADDRESS, Unreadable => UNREADABLE, Sinatra::BadRequest => UNREADABLE,
        Rack::BadRequest => UNREADABLE, JSON::ParserError => NO_JSON,
        Storage::Missing => IN_ITS_WORDS[404], Results::Missing => IN_ITS_WORDS[404], NotInFamily => IN_ITS_WORDS[404],
        Person::Denied => IN_ITS_WORDS[403],
        Storage::Stale => ->(e) { new(409, e.message, e.remedy, { stale: e.changes.map(&:told) }) },
        Storage::Contended => IN_ITS_WORDS[409],
        FormsAPI::Foreign => IN_ITS_WORDS[403], ConfigurationsAPI::Many => IN_ITS_WORDS[429],
        Serving::HeavyWork::Busy => IN_ITS_WORDS[503], Serving::HeavyWork::TooLong => IN_ITS_WORDS[503],
        Serving::Slots::Taken => IN_ITS_WORDS[503], Jobs::Queue::Full => IN_ITS_WORDS[503],
        Apart::Told => ->(e) { new(422, e.message, e.remedy, e.to_tree.transform_keys(&:to_sym).slice(:problems, :findings)) },
        Storage::Used => ->(e) { new(422, e.message, e.remedy, { findings: e.findings.map(&:to_tree), used: true, along: e.along }) },
        Storage::Refused => ->(e) { new(422, e.message, e.remedy, { findings: e.findings.map(&:to_tree) }) },
        Formula::Error => ->(e) { new(422, e.message, e.remedy, { findings: [{ 'span' => [e.span.start, e.span.length] }] }) },
        Exchange::Unreadable => ->(e) { new(422, e.message.lines.first.strip, e.remedy, { problems: e.problems.map(&:to_tree) }) },
        VastLattice::Error => IN_ITS_WORDS[422],
        ActiveRecord::LockWaitTimeout => LOCKED, ActiveRecord::Deadlocked => LOCKED,
        ActiveRecord::ConnectionNotEstablished => NO_DATABASE, ActiveRecord::QueryAborted => NO_DATABASE,
        ActiveRecord::ConnectionFailed => NO_DATABASE
      }.freeze

      # Whether it says that there is no room left.
      def self.full?(error)
        error.is_a?(Errno::ENOSPC) || (error.is_a?(ActiveRecord::StatementInvalid) && error.message.match?(NO_ROOM))
      end
      private_class_method :full?

      # The refusal of an error. One that is not foreseen is told to the terminal, never to the person.
      def self.of(error)
        return FULL.call(error) if full?(error)

        known = KNOWN.find { |kind, _| error.is_a?(kind) }
        known ? known.last.call(error) : unforeseen(error)
      end

      def self.unforeseen(error)
        Trouble.tell(error)
        new(500, 'Something went wrong inside the program. Nothing was changed.', AGAIN)
      end
      private_class_method :unforeseen

      # The same in the words for an engineer.
      def for_engineer = remedy.equal?(AGAIN) ? Refusal.new(code, message, LOG, more) : self

      def to_tree = { message: message, remedy: remedy, **more.to_h }.compact
    end
  end
end
