# frozen_string_literal: true

# Two hundred texts that something somewhere does not take for a text: what controls, what encloses, what other formats read as
# something else, what is very long, what looks like nothing.
module NastyTexts
  CONTROLS = [*0x00..0x08, 0x0B, 0x0C, *0x0E..0x1F, 0xFFFE, 0xFFFF].map { |code| "a#{[code].pack('U')}b" }.freeze
  SPACES = ["\t", "\n", "\r\n", "a\nb", "a\tb", ' a', 'a ', '  ', "\u00A0", "\u2003", "\u200B", "\uFEFFa", "\u2028", "\u2029", "\u0085", "\u007F", "\u009F"].freeze
  MARKUP = ['<', '>', '&', '&amp;', '&#11;', '&#xFFFE;', '"', "'", '<b>', '</text>', '<![CDATA[x]]>', ']]>', '<!-- -->', '<?xml?>', '<script>alert(1)</script>', '%<x>', '&nbsp;', 'a<b>c&d"e'].freeze
  SHEETS = ['=1+1', '+1', '-1', '@SUM(A1)', '=HYPERLINK("x")', '1e5', '1E-3', '0x1F', '007', '1,5', '1.234,5', '1/2', '12:30', '2026-11-30', 'TRUE', 'FALSE', '#REF!', '#N/A', '50 %', 'a;b', 'a,b', 'a"b', '""', "'1", '_x000B_', '_x0041_'].freeze
  YAML = ['yes', 'no', 'null', '~', 'true', '- a', 'a: b', '# a', '!!binary aGk=', '%TAG', '? a', '|', '>', '&a', '*a', '{a: b}', '[a]', '---', '...', '@a', '`a`', '<<', '.inf', '.NaN', '1_000', '0o17', '2026-11-30 12:00:00', "a\n--- b"].freeze
  FORMULAS = ['{length}', '{', '}', '{{7*7}}', '#{1+1}', '${x}', '[', ']', '(', 'if', 'length', 'not', '"', '"a', 'a" + "b', '1 mm', '1/0', 'index', 'none', 'size.row', '=length', '/* x */', '//', '..', 'a..b', '?', '-', '\\', '\\n', '\\u0000'].freeze
  SCRIPTS = ['é', 'é', 'ß', 'İ', 'ı', 'Ǆ', 'ﬁ', 'Ω', 'Ω', 'שלום', 'مرحبا', "\u202Eabc", "\u200Fa", '日本語', '👩‍🔧', '🇩🇪', "a\u0301\u0301\u0301", "\u{1F600}" * 20, "\u{10FFFD}", '①', 'Å', 'a͏b', 'Ⅷ', '½', '٣', '𝟘', 'ǆ', 'ŉ', 'ﷺ', "\u00ADa", "a\u2060b", "\u{E0001}a"].freeze
  PLACES = ['../../etc/passwd', 'a/b', 'a\\b', 'C:\\x', 'CON', '.', '%2e%2e', '%s%n', "'; DROP TABLE documents; --", 'a.b', 'a.b.c', 'x' * 60, 'x' * 61, 'x' * 120, 'x' * 255, 'x' * 256, 'x' * 5000, 'ü' * 120, 'a ' * 2000, "a\n" * 1000].freeze
  # What is no text at all.
  BROKEN = ["\xFF", "a\xC3", "\xED\xA0\x80", "\xF4\x90\x80\x80"].freeze
  ALL = (CONTROLS + SPACES + MARKUP + SHEETS + YAML + FORMULAS + SCRIPTS + PLACES + BROKEN).freeze
end
