# frozen_string_literal: true

require 'optparse'

module VastLattice
  # bin/lattice: the core from the command line. Exit codes: 0 fine, 1 findings of level error, 2 the file
  # or the command is wrong.
  class CommandLine
    USAGE = <<~TEXT
      lattice resolve FILE [--row TABLE=ROW]… [--key TABLE.COLUMN=VALUE]… [--set NAME=VALUE]…
                   [--override NAME=VALUE]… [--json]
      lattice check FILE             every finding on the family, with its line and its code
      lattice table FILE [--row TABLE=ROW]… [--json]
                   all variants with values, states, mass, findings (CSV); with rows, those of these rows
      lattice draw FILE [--view VIEW] [--part PART] [--row TABLE=ROW]… [--set NAME=VALUE]… > picture.svg
                   VIEW is front, back, top, bottom, end, section, or flat for the flat pattern of a folded part
      lattice parts FILE [--row TABLE=ROW]… [--set NAME=VALUE]… [--flat] [--json | --csv]
                   the parts list, indented by level or as totals
      lattice bundle FILE [--zip]    the family with all that it uses, as one file
      lattice write FILE --as RESULT [--option NAME=VALUE]… [--row TABLE=ROW]… [--set NAME=VALUE]… > file
                   any result; "lattice results FILE" lists them; --workshop FILE says what the shop has (docs/leaving.md)
      lattice sheet FILE [--sheet NAME] [--format pdf|svg|dxf] [--row TABLE=ROW]… [--set NAME=VALUE]… > file
                   a drawing sheet of the family, the first one unless one is named
      lattice generate FILE --to FOLDER --as RESULT [--as RESULT]… [--option NAME=VALUE]… [--row TABLE=ROW]… [--name PATTERN] [--valid]
                   results of all variants, or of rows ("size=SF-1*, SF-2000"), with a manifest; what is unchanged is kept
      lattice convert FILE           YAML to JSON, JSON to YAML
      Families that a file places as components are looked for in the files beside it; FILE may be a bundle of several.
    TEXT
    COMMANDS = %w[resolve check table draw parts bundle write results sheet generate convert].freeze

    # The command itself is wrong.
    class Misused < Error; end

    include Switches
    include ResultCommands
    include GenerateCommand
    include Picking

    def initialize(arguments, out: $stdout, err: $stderr)
      @arguments = arguments.dup
      @out = out
      @err = err
      @rows = {}
      @answers = {}
      @overrides = {}
      @options = {}
      @results = []
    end

    # Runs the command; returns the exit code.
    def run
      options.parse!(@arguments)
      command, file, *stray = @arguments
      raise Misused.new("\"#{command}\" is no command.", remedy: "Usage:\n#{USAGE}") unless COMMANDS.include?(command)
      raise Misused.new('Exactly one FILE is needed.', remedy: "Usage:\n#{USAGE}") if file.nil? || stray.any?

      @document, @library = FamilyFolder.new(file, contents(file)).read
      send(command)
    rescue OptionParser::ParseError => e
      fail_with("#{e.message.lines.map(&:strip).join('. ')}.", "Usage:\n#{USAGE}")
    rescue Exchange::FamilyFile::Unreadable => e
      tell_unreadable(e, command)
      2
    rescue Error => e
      fail_with(e.message, e.remedy)
    end

    private

    # A check goes on with what has the right shape, so that nothing has to be mended twice.
    def tell_unreadable(error, command)
      lines = error.problems.map { |line, text| [line || 0, line ? "line #{line}: #{text}" : text] }
      lines += findings_of_rest(error) if command == 'check' && error.rest && error.rest.family.components.empty?
      lines.sort_by(&:first).each { |_, text| @err.puts(text) }
    end

    # What is only missed because it could not be read is not complained about again.
    def findings_of_rest(error)
      @document = error.rest
      found = Plan.of(@document.family, library: @library || Plan::Library.none).findings
      found = found.reject { |finding| error.lost.any? { |name| name.casecmp?(finding.about['name'].to_s) } }
      found.map { |finding| [@document.line(finding.place) || 0, told(finding)] }
    end

    def contents(file)
      File.read(file, mode: 'rb')
    rescue SystemCallError => e
      raise Misused.new("#{file} cannot be read: #{e.message[/\A[^@]+/].strip}.", remedy: 'Check the path.')
    end

    def fail_with(message, remedy)
      @err.puts([message, remedy].compact.join(' '))
      2
    end

    # The plan, or nil after its errors are told.
    def plan
      plan = Plan.of(@document.family, library: @library)
      return plan if plan.runnable? && plan.breaking.empty?

      plan.errors.each { |finding| tell(finding, @err) }
      nil
    end

    def tell(finding, stream) = stream.puts(told(finding))

    def told(finding)
      line = @document.line(finding.place)
      "#{"line #{line}: " if line}#{finding.level}: #{finding} [#{finding.code}]"
    end

    def result
      found = plan or return
      find_rows(found)
      Result.new(found, given_pick)
    end

    def given_pick = Plan::Pick.new(rows: @rows, answers: @answers, overrides: @overrides)

    def resolve
      found = result or return 2
      @json ? @out.puts(JSON.pretty_generate(Exchange::ResultTree.tree(found))) : print_result(found)
      found.errors? ? 1 : 0
    end

    def print_result(found)
      lines = result_lines(Exchange::ResultTree.tree(found))
      aligned(lines)
      found.told_lines.each { |line| @out.puts("#{line.list}: #{line}") }
      @out.puts("price: #{found.price} in all#{", without #{found.unpriced.join(', ')}" if found.unpriced.any?}") unless found.price.empty?
      found.findings.each { |finding| tell(finding, @out) }
    end

    # Name, value or state, and decider of everything.
    def result_lines(tree)
      tree['values'].map { |name, value| [name, value['text'], value['by']] } +
        tree['states'].map { |name, state| [name, state['state'], state['by']] } +
        tree['labels'].merge(tree['properties']).map { |name, text| [name, text, ''] } +
        tree['facts'].map { |name, fact| [name, fact['text'], ''] }
    end

    def check
      plan = Plan.of(@document.family, library: @library)
      review = Checks::Review.new(plan)
      found = review.found.map(&:told)
      found.sort_by.with_index { |finding, index| [@document.line(finding.place) || 0, index] }.each { |finding| tell(finding, @out) }
      @out.puts('No findings.') if found.empty?
      @out.puts(valid_text(review.counts))
      found.any?(&:error?) ? 1 : 0
    end

    def valid_text(counts)
      looked, valid = counts.values_at('looked', 'valid')
      "#{valid} of #{looked} variants are valid."
    end

    def table
      found = plan or return 2
      export = Exchange::VariantsCSV.new(found, within: picked_rows(found))
      @out.puts(@json ? JSON.pretty_generate(export.to_list) : export.to_csv)
      export.errors? ? 1 : 0
    end

    def draw
      found = result or return 2
      picture = found.view(known_view, part: @part) or
        raise Misused.new('There is nothing to draw.', remedy: found.findings.first&.to_s || 'Choose another view or part.')
      @out.puts(picture)
      found.errors? ? 1 : 0
    end

    def known_view
      view = @view || 'front'
      return view if Drawing::Views::NAMES.include?(view)

      raise Misused.new("There is no view \"#{view}\".", remedy: Nearest.remedy(view, Drawing::Views::NAMES, kind: 'view'))
    end

    def parts
      found = result or return 2
      list = Quantities::PartsList.new(found.outcome)
      return print_json(Exchange::PartsSheets.tree(list), found) if @json

      print_parts(@flat ? list.flat : list.indented)
      @out.puts("In all: #{Variants::Figures.mass_text(list.mass)}, #{found.price}") unless @csv
      found.errors? ? 1 : 0
    end

    def print_json(tree, found)
      @out.puts(JSON.pretty_generate(tree))
      found.errors? ? 1 : 0
    end

    def print_parts(positions)
      rows = Exchange::PartsSheets.rows(positions)
      return @out.write(Exchange::Sheets::CommaText.write([Exchange::Sheet.new(nil, rows)])) if @csv

      lines = rows.map { |row| row.first(11).map { |cell| cell.is_a?(Float) ? Units::Format.number(cell) : cell.to_s } }
      aligned(lines)
    end

    def bundle
      found = plan or return 2
      bundle = Exchange::BundleFile.of(@library.whole(found.family), main: found.family.name)
      @out.write(@zip ? Exchange::BundleFile.zip(bundle) : Exchange::BundleFile.yaml(bundle))
      0
    end

    # Lines of columns.
    def aligned(rows)
      widths = rows.transpose.map { |column| column.map(&:size).max }
      rows.each { |row| @out.puts(row.zip(widths).map { |text, width| text.ljust(width) }.join('  ').rstrip) }
    end

    def convert
      json = contents(@arguments[1]).lstrip.start_with?('{')
      @out.puts(json ? Exchange::FamilyFile.yaml(@document.family) : Exchange::FamilyFile.json(@document.family))
      0
    end
  end
end
