# frozen_string_literal: true

require 'json'
require 'zeitwerk'

# Vast Lattice: one master model, many valid variants.
#
# The core is one road in one direction, like a compiler:
#
#   family -> plan -> outcome -> solids -> drawings, lists, files
#
# Every stage is an immutable value. Nothing in here knows of the web or of a database.
module VastLattice
  VERSION = '0.1.0'

  LOADER = Zeitwerk::Loader.for_gem
  LOADER.inflector.inflect('svg' => 'SVG', 'variants_csv' => 'VariantsCSV', 'summary_pdf' => 'SummaryPDF', 'svg_writer' => 'SVGWriter',
                           'dxf_writer' => 'DXFWriter', 'dxf_dimensions' => 'DXFDimensions', 'pdf_writer' => 'PDFWriter',
                           'pdf_font' => 'PDFFont', 'pdf_archive' => 'PDFArchive', 'pdf_layers' => 'PDFLayers',
                           'stl_file' => 'STLFile', 'gltf_file' => 'GLTFFile')
  # Folders within a stage that only put its files in order, and are no modules.
  ORDERED = { 'plan' => %w[names binding deciding programs composing picks relations sourcing],
              'geometry' => %w[space bodies solids surfaces assembly], 'drawing' => %w[lines] }.freeze
  LOADER.collapse(ORDERED.flat_map { |stage, folders| folders.map { |folder| "#{__dir__}/vast_lattice/#{stage}/#{folder}" } })
  LOADER.ignore("#{__dir__}/vast_lattice/registrations.rb")
  LOADER.setup
end

require_relative 'vast_lattice/registrations'

# Read now, so that the first family file is as quick as any other.
VastLattice::Family::Schema
