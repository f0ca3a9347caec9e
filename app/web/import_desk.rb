# frozen_string_literal: true

require 'securerandom'

module VastLattice
  module Web
    # Spreadsheets that are being brought in: read in the background, compared, and kept until somebody takes them or
    # leaves them. Nothing is stored before that, so a restart loses nothing but the reading.
    class ImportDesk
      # Imports that are kept, and those that are read at once.
      KEPT = 12
      # Changed rows whose effect is worked out before it is asked for.
      WORKED_OUT = 60

      # One import. +share+ is how far it is, from 0 to 1, and +doing+ what it does; then either a TableImport with the
      # BlastRadius of all of it, or the error that refused it.
      Import = Struct.new(:slug, :version, :file, :share, :doing, :table_import, :plan, :blast, :error, keyword_init: true) do
        def done? = !blast.nil? || !error.nil?
      end

      def initialize
        @imports = Memo.new(KEPT)
        @one = Mutex.new
      end

      # Begins to read the bytes of a file against a Stored family; returns its number. +table+ is where a CSV goes.
      def begin(stored, file, bytes, table)
        id = SecureRandom.hex(8)
        import = Import.new(slug: stored.slug, version: stored.version, file: file, share: 0.0, doing: 'waiting')
        @imports.keep(id, import)
        Thread.new { @one.synchronize { work(import, stored, bytes, table) } }
        id
      end

      # The Import of that number, or nil.
      def find(slug, id)
        found = @imports[id]
        found if found&.slug == slug
      end

      private

      def work(import, stored, bytes, table)
        sheets = step(import, 0.02, 'reading the file') { format(import.file).read(bytes) }
        import.doing = 'checking the cells'
        compared = Exchange::TableImport.new(stored.plan, sheets, table: table) { |share| import.share = 0.4 + (share * 0.3) }
        plan = step(import, 0.7, 'working out what changes') { planned(stored, compared) }
        import.plan = plan
        import.table_import = compared
        # Masses of thousands of rows would be waited for longer than for all the rest.
        import.blast = step(import, 0.9, 'comparing the variants') { Checks::BlastRadius.new(stored.plan, plan, seconds: 0.2, listed: ImportsAPI::LISTED).to_tree || {} }
        import.share = 1.0
      rescue VastLattice::Error => e
        import.error = e
      rescue StandardError => e
        warn "#{e.class}: #{e.message}", *e.backtrace.first(12)
        import.error = Exchange::Unreadable.because('The file cannot be read.',
                                                    remedy: 'Save it again, as XLSX, ODS or CSV, and bring it in then.')
      end

      # The plan after all changes. Raises Storage::Refused where they do not make sense together, also in single cells:
      # cells that cannot be read were refused before.
      def planned(stored, compared)
        changed = compared.edits.reduce(stored.family) { |family, edit| Family::Edits.apply(family, edit) }
        plan = Plan.of(changed, before: stored.plan)
        fresh = plan.errors - stored.plan.errors
        raise Storage::Refused, fresh if fresh.any?

        plan
      end

      def step(import, share, doing)
        import.share = share
        import.doing = doing
        yield
      end

      def format(file)
        ending = File.extname(file).delete('.').downcase
        refuse_macros(ending)
        name = { 'tsv' => 'csv', 'txt' => 'csv' }.fetch(ending, ending)
        return Exchange::SHEET_FORMATS.fetch(name) if Exchange::SHEET_FORMATS.key?(name)

        raise Exchange::Unreadable.because("#{file} is no spreadsheet that can be read.", remedy: 'Save it as XLSX, ODS or CSV.')
      end

      def refuse_macros(ending)
        return unless %w[xlsm xltm xlsb xlam].include?(ending)

        raise Exchange::Unreadable.because('Files with macros are not read.', remedy: 'Save it without macros, as XLSX.')
      end
    end
  end
end
