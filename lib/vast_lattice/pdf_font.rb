# frozen_string_literal: true

require 'prawn'

module VastLattice
  # The font of what is written as PDF: embedded, of Debian's fonts-dejavu-core; where that is not there, the one that every reader has,
  # with fewer letters.
  class PDFFont
    FOLDER = '/usr/share/fonts/truetype/dejavu'
    FACES = { normal: 'DejaVuSans.ttf', bold: 'DejaVuSans-Bold.ttf' }.freeze
    # The height of a capital as a share of the size of the font.
    CAPITAL = 0.729
    WITHOUT = { undef: :replace, invalid: :replace, replace: '?' }.freeze
    private_constant :FOLDER, :FACES, :WITHOUT

    # Makes it known to a Prawn::Document that has a page, in the +faces+ that are wanted.
    def initialize(document, faces: FACES.keys)
      Prawn::Fonts::AFM.hide_m17n_warning = true
      files = FACES.slice(*faces).transform_values { |file| File.join(FOLDER, file) }
      @embedded = files.values.all? { |file| File.exist?(file) }
      take(document, files) if @embedded
    end

    def name = @embedded ? 'Sans' : 'Helvetica'

    # One after the other: each is called by how many there are.
    def take(document, files)
      files.each do |face, file|
        document.font_families['Sans'] = { **document.font_families['Sans'].to_h, face => KeptFont.new(document, file, family: 'Sans') }
        document.find_font('Sans', style: face)
      end
    end
    private :take

    # A text without what the font cannot write.
    def written(words) = @embedded ? words.to_s : words.to_s.encode('Windows-1252', **WITHOUT).encode('UTF-8')
  end
end
