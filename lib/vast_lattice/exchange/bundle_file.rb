# frozen_string_literal: true

require 'zip'

module VastLattice
  module Exchange
    # Families that belong together in one file: a family with all that it uses. Either one YAML (or JSON) that lists them,
    #
    #   vast_lattice: 1
    #   bundle: Straight module       # the family that it is about
    #   families: [{family: Roller, …}, …]
    #
    # or a ZIP with a family file for each.
    module BundleFile
      ZIP = "PK\x03\x04".b
      # Families of one file.
      MOST = 200

      # Families, each after those that it uses; +main+ is the name of the one that the bundle is about.
      class Bundle < Value.with(:main, :families)
      end

      module_function

      # Reads a bundle, or a file of one family as a bundle of that. Raises FamilyFile::Unreadable or Unreadable.
      def read(bytes)
        bytes = bytes.b
        return unzipped(bytes) if bytes.start_with?(ZIP)

        text = bytes.dup.force_encoding('UTF-8')
        several?(bytes) ? listed(text) : of([FamilyFile.read(text).family])
      end

      # Whether the bytes are those of a bundle, as far as can be told at a glance.
      def several?(bytes)
        bytes.b.start_with?(ZIP) || bytes.b.match?(/^\s*["']?families["']?\s*:/n) || bytes.b.match?(/[{,]\s*"families"\s*:\s*\[/n)
      end

      # A bundle as YAML, and as a ZIP.
      def yaml(bundle)
        trees = bundle.families.map { |family| FamilyFile.tree(family).except('vast_lattice') }
        tree = { 'vast_lattice' => FamilyFile::VERSION, 'bundle' => bundle.main, 'families' => trees }
        YAML.dump(JSON.parse(JSON.generate(tree)), line_width: 110).delete_prefix("---\n")
      end

      def zip(bundle)
        buffer = Zip::OutputStream.write_buffer do |stream|
          bundle.families.each_with_index do |family, at|
            stream.put_next_entry(Zip::Entry.new(nil, format('%<number>02d-%<name>s.yaml', number: at + 1, name: slug(family.name)),
                                                 time: Zip::DOSTime.local(2000, 1, 1)))
            stream.write(FamilyFile.yaml(family))
          end
        end
        buffer.string
      end

      # The bundle of families, the last of which (after those that it uses) it is about unless +main+ says so.
      def of(families, main: nil)
        ordered = Family::Kinship.ordered(families)
        Bundle.new(main: main || ordered.last.name, families: ordered)
      end

      def listed(text)
        raise FamilyFile::Unreadable, [[nil, Wording[:the_file_is_larger_than_eight_megabytes]]] if text.bytesize > FamilyFile::LARGEST

        source = SourceTree.read(text)
        trees = source.tree['families']
        refuse(1, Wording[:the_families_of_a_bundle_stand]) unless trees.is_a?(Array) && trees.any?
        refuse(1, Wording[:a_bundle_holds_at_most_most_families, most: MOST]) if trees.size > MOST
        families = trees.each_with_index.map { |tree, at| family(tree, at, source.lines) }
        once(families)
        of(families, main: named(families, source.tree['bundle']))
      end

      def family(tree, index, lines)
        refuse(lines.of_pointer(['families', index.to_s]), Wording[:this_is_no_family]) unless tree.is_a?(Hash)

        whole = { 'vast_lattice' => FamilyFile::VERSION, **tree }
        problems = ShapeProblems.of(whole)
        return FamilyFile.family(whole) if problems.empty?

        told = problems.first(ShapeProblems::MOST).map { |one| [lines.of_pointer(['families', index.to_s, *one.pointer]), one.text] }
        raise FamilyFile::Unreadable, told
      end

      def unzipped(bytes)
        archive = Archive.new(bytes, what: 'bundle')
        names = archive.names.grep(/\.(ya?ml|json)\z/i)
        refuse(nil, Wording[:there_is_no_family_file]) if names.empty?
        refuse(nil, Wording[:a_bundle_holds_at_most_most_families, most: MOST]) if names.size > MOST
        families = names.map { |name| packed(archive, name) }
        once(families)
        of(families)
      end

      def packed(archive, name)
        FamilyFile.read(archive.read(name)).family
      rescue FamilyFile::Unreadable => e
        raise FamilyFile::Unreadable, (e.problems.map { |line, text| [line, "#{name}: #{text}"] })
      end

      def once(families)
        doubled = families.map { |one| one.name.downcase }.tally.find { |_, count| count > 1 }
        refuse(nil, Wording[:the_family_doubled_stands_in_the_bundle, doubled: doubled.first]) if doubled
      end

      def named(families, name)
        return unless name

        families.find { |one| one.name.casecmp?(name.to_s) }&.name ||
          refuse(nil, Wording[:the_bundle_is_about_the_family_name, name: name, families: families.map(&:name)])
      end

      def slug(name) = name.downcase.gsub(/[^\p{L}\p{N}]+/, '-')
      def refuse(line, text) = raise(FamilyFile::Unreadable, [[line, text]])
    end
  end
end
