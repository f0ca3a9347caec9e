# frozen_string_literal: true

module VastLattice
  class Family
    module Edits
      # Edits of the pictures that forms show.
      module Pictures
        # Adds a picture in plain form, or replaces the one of its name; its bytes are checked before (Exchange::PictureFile).
        def self.put_picture(family, picture:)
          made = Picture.from_tree(picture.merge('name' => Edits.checked_name(picture['name'])))
          family.with(pictures: Edits.put(family.pictures, made))
        end

        # Removes a picture; nothing shows it any more.
        def self.remove_picture(family, name:)
          family.with(pictures: Edits.drop(family.pictures, name, 'picture'),
                      forms: family.forms.map { |form| form.with_pictures { |own| own.casecmp?(name) ? '' : own } })
        end

        # Renames a picture; what shows it follows.
        def self.rename_picture(family, name:, to:)
          taken = family.pictures.any? { |own| own.name.casecmp?(to) && !own.name.casecmp?(name) }
          raise Error.new("There is a picture #{to} already.", remedy: 'Choose another name.') if taken

          to = Edits.checked_name(to)
          from = Edits.find(family.pictures, name, 'picture').name
          family.with(pictures: Edits.change(family.pictures, from, 'picture') { |picture| picture.with(name: to) },
                      forms: family.forms.map { |form| form.with_pictures { |own| own.casecmp?(from) ? to : own } })
        end
      end
    end
  end
end
