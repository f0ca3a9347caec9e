# frozen_string_literal: true

module VastLattice
  module Results
    # The page docs/results.md, from the formats that are registered.
    module Reference
      HEAD = <<~MARKDOWN
        # Results

        What can be taken away as files. `rake docs` writes this page from what is registered (`lib/vast_lattice/registrations.rb`); a
        test compares it.

        Each stands on the Release stage, at `/families/SLUG/NAME` with the pick in the query (`row[TABLE]=ROW`, `set[NAME]=VALUE`) and
        its options beside it, and in the list `GET /api/families/SLUG/results` as far as the family has something to write.
        One table alone is also at `/families/SLUG/tables/TABLE.csv`, one rule table at `/families/SLUG/rule_tables/NAME.csv`.
        On the command line: `bin/lattice results FILE` lists them, `bin/lattice write FILE --as NAME --option NAME=VALUE` writes one.
        The same family, pick and options give the same bytes.

        | name | what | made from | media type | options |
        |---|---|---|---|---|
      MARKDOWN

      def self.page = HEAD + FORMATS.kinds.map { |format| "#{line(format)}\n" }.join

      def self.line(format)
        options = format.options.map { |option| "`#{option.usage.gsub('|', ' or ')}`" }.join(', ')
        cells = ["`#{format.name}`", "#{format.title}: #{format.note}", SOURCES.fetch(format.made_from), format.media_type, options]
        "| #{cells.join(' | ')} |"
      end
      private_class_method :line
    end
  end
end
