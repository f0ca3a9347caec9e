# frozen_string_literal: true

module VastLattice
  class Family
    module Edits
      # Edits of the pictures that forms and drawing sheets show.
      module Pictures
        # Adds a picture in plain form, or replaces the one of its name; its bytes are checked before (Exchange::PictureFile).
        def self.put_picture(family, picture:)
          made = Picture.from_tree(picture.merge('name' => Edits.checked_name(picture['name'])))
          family.with(pictures: Edits.put(family.pictures, made))
        end

        # Removes a picture; nothing shows it any more.
        def self.remove_picture(family, name:)
          shown(family.with(pictures: Edits.drop(family.pictures, name, 'picture'))) { |own| own.casecmp?(name) ? '' : own }
        end

        # Renames a picture; what shows it follows.
        def self.rename_picture(family, name:, to:)
          taken = family.pictures.any? { |own| own.name.casecmp?(to) && !own.name.casecmp?(name) }
          raise Error.new(Wording[:there_is_a_picture_to_already, to: to], remedy: Wording[:choose_another_name]) if taken

          to = Edits.checked_name(to)
          from = Edits.find(family.pictures, name, 'picture').name
          renamed = Edits.change(family.pictures, from, 'picture') { |picture| picture.with(name: to) }
          shown(family.with(pictures: renamed)) { |own| own.casecmp?(from) ? to : own }
        end

        # The family with the names of pictures that are shown replaced by what the block makes of them.
        def self.shown(family, &)
          family.with(forms: family.forms.map { |form| form.with_pictures(&) },
                      drawing_sheets: family.drawing_sheets.map { |sheet| sheet.with(logo: yield(sheet.logo)) })
        end
        private_class_method :shown
      end
    end
  end
end
