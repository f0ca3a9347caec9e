# frozen_string_literal: true

require 'fileutils'

# What the browser needs from npm, copied from node_modules into public/vendor and shipped from there.
module Assets
  ROOT = File.expand_path('../..', __dir__)
  FONT = '@fontsource-variable/atkinson-hyperlegible'

  # Source below node_modules => place below public/vendor.
  FILES = {
    '@alpinejs/csp/dist/module.esm.min.js' => 'alpine/alpine.js',
    '@alpinejs/morph/dist/module.esm.min.js' => 'alpine/morph.js',
    'bootstrap/dist/css/bootstrap.min.css' => 'bootstrap/bootstrap.css',
    'bootstrap/LICENSE' => 'bootstrap/LICENSE',
    'sortablejs/modular/sortable.esm.js' => 'sortable/sortable.js',
    'sortablejs/LICENSE' => 'sortable/LICENSE',
    'three/build/three.module.js' => 'three/three.module.js',
    'three/build/three.core.js' => 'three/three.core.js',
    'three/examples/jsm/controls/OrbitControls.js' => 'three/orbit-controls.js',
    'three/LICENSE' => 'three/LICENSE',
    "#{FONT}-next/files/atkinson-hyperlegible-next-latin-wght-normal.woff2" => 'fonts/next-latin.woff2',
    "#{FONT}-next/files/atkinson-hyperlegible-next-latin-ext-wght-normal.woff2" => 'fonts/next-latin-ext.woff2',
    "#{FONT}-next/LICENSE" => 'fonts/LICENSE-next',
    "#{FONT}-mono/files/atkinson-hyperlegible-mono-latin-wght-normal.woff2" => 'fonts/mono-latin.woff2',
    "#{FONT}-mono/files/atkinson-hyperlegible-mono-latin-ext-wght-normal.woff2" => 'fonts/mono-latin-ext.woff2',
    "#{FONT}-mono/LICENSE" => 'fonts/LICENSE-mono'
  }.freeze

  # Content of a file as it ships: without the link to a source map that does not ship; libraries that are imported by
  # name are found beside it, because a browser knows no names.
  def self.content(source)
    File.binread(File.join(ROOT, 'node_modules', source)).sub(%r{^(//|/\*)# sourceMappingURL=.*$}, '').sub('from \'three\';',
                                                                                                           "from './three.module.js';")
  end

  def self.path(place) = File.join(ROOT, 'public/vendor', place)

  # Copies everything.
  def self.copy
    FILES.each do |source, place|
      FileUtils.mkdir_p(File.dirname(path(place)))
      File.binwrite(path(place), content(source))
    end
  end
end
