# frozen_string_literal: true

module VastLattice
  class CommandLine
    # Results of all variants into a folder.
    module GenerateCommand
      WORDS = { made: 'made', kept: 'kept', failed: 'failed' }.freeze
      private_constant :WORDS

      private

      def generate
        misused('Into which folder?', 'Write --to FOLDER.') unless @folder

        found = plan or return 2
        counts = Hash.new(0)
        manifest = Generating::Folder.new(@folder, Generating::Batch.new(found, order, workshop: workshop)).fill do |what, item, why|
          counts[what] += 1
          @out.puts([WORDS.fetch(what), item.name, why].compact.join('  '))
        end
        @out.puts("#{counts[:made]} made, #{counts[:kept]} kept, #{counts[:failed]} failed.")
        manifest.failed.empty? ? 0 : 1
      end

      # Options count for the formats that have them.
      def order
        results = @results.map do |name|
          own = Results::FORMATS.fetch(name).options.map(&:name)
          { 'name' => name, 'options' => @options.slice(*own) }
        end
        Generating::Order.read('results' => results, 'which' => @valid ? 'valid' : 'all', 'within' => @rows, 'pattern' => @pattern)
      end
    end
  end
end
