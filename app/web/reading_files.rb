# frozen_string_literal: true

module VastLattice
  module Web
    # Files that people send are read in processes of their own, few at a time, so that none of them holds up or brings down what
    # serves. Whoever gives up ends the reading.
    module ReadingFiles
      # Of a processor, for one file.
      SECONDS = 5
      # At once on this machine.
      MOST = 2
      SLOTS = Serving::Slots.new('files', 'Several files are being read already', MOST)
      private_constant :SLOTS

      private

      # Plain form of what the block makes of a file. Raises Apart::Told with what the block raises, Apart::TooMuch, Serving::Slots::Taken.
      def read_apart(&read)
        here = -> { !Serving::HeavyWork.gone?(env['puma.socket']) }
        Serving::Turns.aside { SLOTS.take { Apart.value('The file', SECONDS, wanted: here, &read) } }
      end

      # The bytes of the body, one more than a file may have, so that a larger one is seen.
      def sent_bytes(largest) = request.body.read(largest + 1).to_s

      # The name of the file whose bytes are sent.
      def sent_name = Rack::Utils.unescape(request.env['HTTP_X_FILE_NAME'].to_s)[0, 200]

      # A BundleFile::Bundle of bytes.
      def read_bundle(bytes)
        tree = read_apart { Exchange::BundleFile.read(bytes).then { |own| { 'main' => own.main, 'families' => own.families.map(&:to_tree) } } }
        Exchange::BundleFile::Bundle.new(main: tree['main'], families: tree['families'].map { |own| Family.from_tree(own) })
      end

      # The Family of a file of one.
      def read_family(bytes) = Family.from_tree(read_apart { Exchange::FamilyFile.read(bytes).family.to_tree })
    end
  end
end
