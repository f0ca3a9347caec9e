# frozen_string_literal: true

require 'active_record'

module VastLattice
  module Storage
    # The connection to MariaDB and its schema.
    module Database
      MIGRATIONS = File.expand_path('../../db/migrate', __dir__)

      # Connections: one for each thread of the server and of background work, and some to spare.
      POOL = 32
      # Seconds until a database counts as hung: for a connection, for an answer; and until a lock is given up.
      CONNECT = 5
      ANSWER = 20
      LOCK = 3

      # Connects, makes the database if it is missing, and migrates it. +settings+ has host, port,
      # username, password and database.
      def self.open(settings)
        base = { adapter: 'mysql2', encoding: 'utf8mb4', collation: 'utf8mb4_unicode_ci', pool: POOL, connect_timeout: CONNECT,
                 read_timeout: ANSWER, write_timeout: ANSWER, variables: { innodb_lock_wait_timeout: LOCK }, **settings }
        ActiveRecord::Base.establish_connection(base.except(:database))
        ActiveRecord::Base.connection.execute("CREATE DATABASE IF NOT EXISTS #{quoted(settings[:database])} CHARACTER SET utf8mb4")
        ActiveRecord::Base.establish_connection(base)
        ActiveRecord::Migration.verbose = false
        migrate
      end

      # The data were changed by a newer program than this one.
      class Newer < Error
        def initialize
          super('The data were changed by a newer Vast Lattice than this one.',
                remedy: 'Start the newer one, or put back the data that were kept before it was started.')
        end
      end

      # Brings the schema up to date; where another process is at it, that is waited for. Raises Newer.
      def self.migrate
        schema = ActiveRecord::MigrationContext.new(MIGRATIONS)
        raise Newer if (schema.get_all_versions - schema.migrations.map(&:version)).any?

        schema.migrate if schema.needs_migration?
      rescue ActiveRecord::ConcurrentMigrationError
        sleep 0.2
        retry
      end
      private_class_method :migrate

      # Empties every table (tests only).
      def self.clear
        UseRecord.delete_all
        DocumentRecord.delete_all
      end

      def self.quoted(name) = ActiveRecord::Base.connection.quote_table_name(name)
      private_class_method :quoted
    end
  end
end
