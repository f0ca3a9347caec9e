# frozen_string_literal: true

module VastLattice
  module Web
    # Reads one spreadsheet: from its bytes to what would change.
    class ImportReading
      # +record+ is a Storage::ImportRecord, +reading+ an ImportDesk::Reading, which is filled.
      def initialize(record, reading)
        @record = record
        @reading = reading
      end

      def run
        sheets = step(0.02, 'reading the file') { format(@record.file).read(@record.bytes) }
        stored = Base.settings.store.find(@record.family.slug)
        compared = compare(stored, sheets)
        @reading.plan = step(0.7, 'working out what changes') { planned(stored, compared) }
        @reading.table_import = compared
        # Masses of thousands of rows would be waited for longer than for all the rest.
        @reading.blast = step(0.9, 'comparing the variants') { blast(stored) }
        @reading.share = 1.0
      rescue VastLattice::Error => e
        @reading.error = e
      rescue StandardError => e
        warn "#{e.class}: #{e.message}", *e.backtrace.first(12)
        @reading.error = Exchange::Unreadable.because('The file cannot be read.',
                                                      remedy: 'Save it again, as XLSX, ODS or CSV, and bring it in then.')
      end

      private

      def compare(stored, sheets)
        @reading.doing = 'checking the cells'
        table = stored.family.table(@record.table_name)
        Exchange::TableImport.new(stored.plan, sheets, table: table) { |share| @reading.share = 0.4 + (share * 0.3) }
      end

      def blast(stored)
        Checks::BlastRadius.new(stored.plan, @reading.plan, work: Checks::BlastRadius::WORK / 2, listed: ImportsAPI::LISTED).to_tree || {}
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

      def step(share, doing)
        @reading.share = share
        @reading.doing = doing
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
