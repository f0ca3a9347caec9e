# frozen_string_literal: true

module VastLattice
  # Documents of all kinds, their histories, and who uses whom, in a database.
  module Storage
    # Kinds of documents by name. A new one is one file and one line here.
    KINDS = Registry.new('kind of document')
    KINDS.register(FamilyDocument, ConfigurationDocument, PublicationDocument, HouseDocument)
  end
end
