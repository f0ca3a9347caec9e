# frozen_string_literal: true

module VastLattice
  module Jobs
    # Reads a spreadsheet that somebody brings in, compares it with the tables of the family, and works out what would
    # change. The task is about {"file", "table"} (where a CSV goes); its input is the bytes.
    class SheetImport < Kind
      # Changed variants that are told one by one.
      LISTED = 300

      # Ten times what the largest table of docs/performance.md takes.
      def self.seconds = 40

      # {"changes", "columns" (TableChanges), "notices", "titles" of the tables, "blast"}. Raises Exchange::Unreadable, Storage::Refused.
      def result
        progress.at(0.02, 'reading the file')
        sheets = Exchange::SheetFile.format(task.about['file']).read(task.input)
        compared = compare(sheets)
        progress.at(0.7, 'working out what changes')
        plan = planned(compared.changes)
        progress.at(0.9, 'comparing the variants')
        { **compared.changes.to_tree, 'notices' => compared.notices.map(&:to_s), 'blast' => blast(stored.plan, plan),
                                      'titles' => plan.family.tables.to_h { |table| [table.name, table.title] } }
      end

      private

      def compare(sheets)
        progress.at(0.4, 'checking the cells')
        table = stored.family.table(task.about['table'])
        Exchange::TableImport.new(stored.plan, sheets, table: table) { |share| progress.at(0.4 + (share * 0.3)) }
      end

      # Masses of thousands of rows would be waited for longer than for all the rest.
      def blast(before, after)
        Variants::BlastRadius.new(before, after, work: Variants::BlastRadius::WORK / 2, listed: LISTED).to_tree || {}
      end

      # The plan after all changes. Raises Storage::Refused where they do not make sense together, also in single cells:
      # cells that cannot be read were refused before.
      def planned(changes)
        changed = changes.edits.reduce(stored.family) { |family, edit| Family::Edits.apply(family, edit) }
        plan = Plan.of(changed, before: stored.plan)
        fresh = plan.errors - stored.plan.errors
        raise Storage::Refused, fresh if fresh.any?

        plan
      end
    end
  end
end
