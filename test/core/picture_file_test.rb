# frozen_string_literal: true

require_relative '../support/core'

# Pictures for forms: what is kept of an SVG, and what is refused.
class PictureFileTest < CoreCase
  def png(width, height) = [Exchange::PictureFile::PNG, [13].pack('N'), 'IHDR', [width, height].pack('NN'), ("\x08\x06\x00\x00\x00" * 2).b].join
  def jpeg(width, height) = "\xFF\xD8\xFF\xE0".b + [16].pack('n') + ('x' * 14) + "\xFF\xC0".b + [17, 8, height, width].pack('nCnn') + ('x' * 20)
  def svg(inside) = "<svg xmlns='http://www.w3.org/2000/svg' xmlns:xlink='http://www.w3.org/1999/xlink' viewBox='0 0 9 9' onload='alert(1)'>#{inside}</svg>"
  def read(bytes) = Exchange::PictureFile.read(bytes)
  def kept(bytes) = read(bytes)['data'].unpack1('m')

  def test_kinds_are_told_by_their_bytes
    assert_equal(['png', png(40, 20)], read(png(40, 20)).then { |own| [own['kind'], own['data'].unpack1('m')] })
    assert_equal 'jpeg', read(jpeg(40, 20))['kind']
    assert_equal 'svg', read("<?xml version='1.0'?>\n<!-- drawn -->#{svg('')}")['kind']
  end

  # Whatever is no drawing is gone; what draws stays.
  def test_an_svg_is_made_safe
    drawn = "<g fill='red' transform='scale(2)'><path d='M0 0h9' stroke-width='2'/><text x='1'>a &amp; b</text><use href='#a'/></g>"
    assert_includes kept(svg(drawn)), '<path d="M0 0h9" stroke-width="2"/>'
    ['<script>alert(1)</script>', '<foreignObject><body xmlns="http://www.w3.org/1999/xhtml"><script>1</script></body></foreignObject>', '<style>@import url(http://x.example/a.css)</style>',
     '<image href="http://x.example/a.png"/>', '<a xlink:href="javascript:alert(1)"><path d="M0 0"/></a>', '<path onclick="alert(1)" d="M0 0"/>', '<use href="http://x.example/a.svg#b"/>',
     '<path fill="url(http://x.example/#a)"/>', '<path style="background:url(http://x.example)"/>', '<animate attributeName="href" to="javascript:alert(1)"/>', '<set attributeName="onmouseover" to="alert(1)"/>',
     '<iframe src="http://x.example"/>', '<!-- <script>1</script> -->', '<?xml-stylesheet href="http://x.example"?>', '<path fill="URL( http://x.example )"/>'].each do |evil|
      safe = kept(svg(evil + drawn))
      refute_match(/script|onclick|onload|x\.example|foreignObject|iframe|animate|attributeName|@import|style/i, safe, evil)
      assert_includes safe, 'a &amp; b'
    end
    bomb = "<!DOCTYPE svg [<!ENTITY a 'aaaaaaaaaa'><!ENTITY b '#{'&a;' * 10}'><!ENTITY f SYSTEM 'file:///etc/passwd'>]>#{svg('<text>&b;&f;</text>')}"
    begin
      refute_match(/root:|ENTITY/, kept(bomb))
    rescue Exchange::Unreadable => e
      assert_match(/well-formed/, e.message)
    end
  end

  def test_what_is_refused
    { 'GIF89a' => 'no picture that is known', png(0, 5) => 'does not say how large', png(9000, 5) => 'larger than 4096', jpeg(9000, 5) => 'larger than 4096', Exchange::PictureFile::PNG => 'does not say how large',
      "\xFF\xD8\xFF".b => 'does not say how large', '<svg ' => 'well-formed', "<svg>\xFF</svg>" => 'UTF-8', 'x' * 500_000 => 'larger than 400 kB', '' => 'no picture' }.each do |bytes, words|
      assert_includes refused(Exchange::Unreadable) { read(bytes) }.message, words, bytes[0, 20].inspect
    end
  end
end
