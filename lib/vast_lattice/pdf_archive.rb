# frozen_string_literal: true

require 'digest'

module VastLattice
  # Makes a Prawn::Document one for archives (PDF/A-2b, ISO 19005-2, from memory): what it is called and which standard it keeps stands in
  # it as XMP (ISO 16684-1), its colours are those of sRGB (IEC 61966-2-1), and it has an identifier, which comes from its contents and not
  # from a date. It says so of itself only where the profile of the colours is there and every font is embedded.
  class PDFArchive
    # Of Debian's icc-profiles-free.
    PROFILE = '/usr/share/color/icc/sRGB.icc'
    CONDITION = 'sRGB IEC61966-2.1'
    PRODUCER = 'Prawn'
    METADATA = <<~XML
      <?xpacket begin="\uFEFF" id="W5M0MpCehiHzreSzNTczkc9d"?>
      <x:xmpmeta xmlns:x="adobe:ns:meta/"><rdf:RDF xmlns:rdf="http://www.w3.org/1999/02/22-rdf-syntax-ns#">
      <rdf:Description rdf:about="" xmlns:pdfaid="http://www.aiim.org/pdfa/ns/id/"><pdfaid:part>2</pdfaid:part><pdfaid:conformance>B</pdfaid:conformance></rdf:Description>
      <rdf:Description rdf:about="" xmlns:dc="http://purl.org/dc/elements/1.1/"><dc:title><rdf:Alt><rdf:li xml:lang="x-default">%<title>s</rdf:li></rdf:Alt></dc:title></rdf:Description>
      <rdf:Description rdf:about="" xmlns:xmp="http://ns.adobe.com/xap/1.0/"><xmp:CreatorTool>%<creator>s</xmp:CreatorTool></rdf:Description>
      <rdf:Description rdf:about="" xmlns:pdf="http://ns.adobe.com/pdf/1.3/"><pdf:Producer>%<producer>s</pdf:Producer></rdf:Description>
      </rdf:RDF></x:xmpmeta>
      <?xpacket end="w"?>
    XML
    private_constant :PROFILE, :CONDITION, :PRODUCER, :METADATA

    # +identity+ is a text that is equal for equal contents.
    def initialize(document, title:, creator:, identity:)
      @document = document
      @title = title
      @creator = creator
      @identity = identity
    end

    # Says all that of a document whose pages are drawn.
    def complete
      return unless File.exist?(PROFILE) && embedded?

      @document.renderer.min_version(1.7)
      number = PDF::Core::ByteString.new(Digest::MD5.digest(@identity))
      @document.state.trailer[:ID] = [number, number]
      @document.state.store.root.data.update(Metadata: metadata, OutputIntents: [intent])
    end

    private

    def embedded? = @document.font_registry.values.all?(KeptFont)

    def metadata
      texts = { title: @title, creator: @creator, producer: PRODUCER }.transform_values { |text| text.encode(xml: :text) }
      stream(format(METADATA, **texts), Type: :Metadata, Subtype: :XML)
    end

    def intent
      profile = stream(File.binread(PROFILE), N: 3)
      { Type: :OutputIntent, S: :GTS_PDFA1, OutputConditionIdentifier: PDF::Core::LiteralString.new(CONDITION),
        Info: PDF::Core::LiteralString.new(CONDITION), DestOutputProfile: profile }
    end

    def stream(bytes, **about)
      @document.ref!(about).tap { |reference| reference.stream << bytes.b }
    end
  end
end
