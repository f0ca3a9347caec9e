# frozen_string_literal: true

require 'zip'

module VastLattice
  module Exchange
    # The files inside a spreadsheet, which is a ZIP. What is too large, encrypted or runs programs is refused before
    # anything is unpacked; a file that unpacks to more than it says is refused while it is.
    class Archive
      # Bytes of the file, of one file in it, and of all of them; files in it; how much they may shrink.
      LARGEST = 25_000_000
      LARGEST_ENTRY = 150_000_000
      LARGEST_SUM = 300_000_000
      MOST_ENTRIES = 2000
      SMALLEST_RATIO = 400
      OLE = "\xD0\xCF\x11\xE0".b

      # Reads the bytes of a file; +what+ it should be, in words. Raises Unreadable.
      def initialize(bytes, what: 'spreadsheet file')
        @what = what
        refuse_size(bytes)
        refuse_old(bytes)
        @zip = Zip::File.open_buffer(StringIO.new(bytes))
        refuse_bombs
      rescue Zip::Error, Zlib::Error, SystemCallError, ArgumentError, TypeError, EOFError, NoMethodError
        # What the library makes of a directory that points nowhere.
        raise Unreadable.because(Wording[:the_file_is_damaged_it_is_no, what: @what], remedy: Wording[:save_it_again_and_bring])
      end

      # Refuses a file of which a part is not whole. Raises Unreadable.
      def self.damaged(part)
        raise Unreadable.because(Wording[:the_file_is_damaged_part, part: part], remedy: Wording[:save_it_again_and_bring])
      end

      def self.refuse_size(size)
        return if size <= LARGEST

        raise Unreadable.because(Wording[:the_file_is_larger_than_value_mb, value: LARGEST / 1_000_000],
                                 remedy: Wording[:split_it_or_leave_out_what])
      end

      def names = @zip.entries.map(&:name)

      # Content of a file in it, or nil. Raises Unreadable.
      def read(name)
        entry = @zip.find_entry(name) or return
        entry.get_input_stream { |stream| unpacked(stream, entry) }
      rescue Zip::Error, Zlib::Error, SystemCallError, ArgumentError, TypeError, EOFError, NoMethodError
        raise Unreadable.because(Wording[:the_file_is_damaged_name, name: name], remedy: Wording[:save_it_again_and_bring])
      end

      private

      def refuse_size(bytes)
        raise Unreadable.because(Wording[:the_file_is_empty], remedy: Wording[:choose_a_file_with_a_sheet]) if bytes.empty?

        Archive.refuse_size(bytes.bytesize)
      end

      # Spreadsheets before 2007, and those with a password, are no ZIP but an OLE file.
      def refuse_old(bytes)
        return unless bytes.byteslice(0, 4).b == OLE

        locked = bytes.include?("E\0n\0c\0r\0y\0p\0t\0e\0d".b)
        raise Unreadable.because(Wording[:the_file_is_protected_by_a_password], remedy: Wording[:save_it_without_one]) if locked

        raise Unreadable.because(Wording[:the_file_is_of_an_old_binary], remedy: Wording[:save_it_as_xlsx_ods_or_csv])
      end

      def refuse_bombs
        entries = @zip.entries
        sum = entries.sum(&:size)
        packed = [entries.sum(&:compressed_size), 1].max
        large = entries.size > MOST_ENTRIES || sum > LARGEST_SUM || entries.any? { |entry| entry.size > LARGEST_ENTRY }
        return unless large || (sum > 1_000_000 && sum / packed > SMALLEST_RATIO)

        raise Unreadable.because(Wording[:the_file_unpacks_to_value_mb_far, value: sum / 1_000_000],
                                 remedy: Wording[:save_the_sheet_alone_as_csv])
      end

      def unpacked(stream, entry)
        raise Unreadable.because(Wording[:the_file_is_protected_by_a_password], remedy: Wording[:save_it_without_one]) if entry.encrypted?

        content = stream.read(entry.size + 1).to_s
        return content if content.bytesize == entry.size && (entry.crc.to_i.zero? || Zlib.crc32(content) == entry.crc)

        Archive.damaged(entry.name) if content.bytesize <= entry.size
        raise Unreadable.because(Wording[:the_file_unpacks_to_more_than], remedy: Wording[:save_it_again_and_bring])
      end
    end
  end
end
