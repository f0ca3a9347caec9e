# frozen_string_literal: true

module VastLattice
  # A family file with the files beside it, in which the families are found that it places as components.
  class FamilyFolder
    # The file's path and content.
    def initialize(path, text)
      @path = path
      @text = text
    end

    # [Exchange::FamilyFile::Document, Plan::Library]. Of a bundle, the document is the family that it is about. Raises
    # Exchange::FamilyFile::Unreadable or Exchange::Unreadable.
    def read
      return bundle if Exchange::BundleFile.several?(@text)

      document = Exchange::FamilyFile.read(@text)
      [document, Plan::Library.new([*beside(document.family), document.family])]
    end

    private

    def bundle
      found = Exchange::BundleFile.read(@text)
      main = found.families.find { |family| family.name == found.main }
      [Exchange::FamilyFile.read(Exchange::FamilyFile.yaml(main)), Plan::Library.new(found.families)]
    end

    # Families of the other files; those that cannot be read are passed over.
    def beside(family)
      return [] if family.components.empty? && family.base.nil?

      others = Dir[File.join(File.dirname(@path), '*.{yaml,yml,json}')].reject { |path| File.identical?(path, @path) }
      others.filter_map { |path| family_of(path) }.reject { |own| own.name.casecmp?(family.name) }
    end

    def family_of(path)
      Exchange::FamilyFile.read(File.read(path, mode: 'rb')).family
    rescue Exchange::FamilyFile::Unreadable, SystemCallError
      nil
    end
  end
end
