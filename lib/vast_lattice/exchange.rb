# frozen_string_literal: true

module VastLattice
  # Open file formats, one file each.
  module Exchange
    # Formats of spreadsheets:
    #
    #   def self.name = 'csv'                        # its ending
    #   def self.title = 'CSV'                       # for people
    #   def self.content_type = 'text/csv'
    #   def self.read(bytes) = [Sheet, …]            # raises Unreadable with the cell and what to do
    #   def self.write(sheets) = bytes
    SHEET_FORMATS = Registry.new('spreadsheet format')
  end
end
