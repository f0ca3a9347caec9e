# frozen_string_literal: true

module VastLattice
  class CommandLine
    # Commands for all registered results (Results::FORMATS).
    module ResultCommands
      private

      # Any registered result.
      def write
        misused('Which result is to be written?', "Write --as and one of #{Results::FORMATS.names.join(', ')}.") unless @result

        found = plan or return 2
        find_rows(found)
        @out.write(Results.write(@result, Results::Subject.new(plan: found, pick: given_pick, workshop: workshop), @options))
        0
      end

      # That of the house, from a file of texts as Workshop::Reading takes them; nil where none is named.
      def workshop = @workshop && Workshop::Reading.new(Exchange::SourceTree.read(contents(@workshop)).tree).workshop

      # A drawing sheet.
      def sheet
        formats = Results::DrawingSheet::WRITERS.keys
        @format ||= formats.first
        misused("There is no format \"#{@format}\".", "Write one of #{formats.join(', ')}.") unless formats.include?(@format)

        @result = "drawing_sheet.#{@format}"
        write
      end

      def results
        found = plan or return 2
        rows = Results.of(Results::Subject.new(plan: found)).map do |format|
          [format.name, "#{format.title}: #{format.note}", format.options.map { |option| "--option #{option.usage}" }.join(' ')]
        end
        aligned(rows)
        0
      end
    end
  end
end
