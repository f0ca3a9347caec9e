# frozen_string_literal: true

module VastLattice
  # Open file formats, one file each.
  module Exchange
    # Formats of spreadsheets: each reads bytes into Sheets and writes Sheets.
    SHEET_FORMATS = Registry.new('spreadsheet format')
  end
end
