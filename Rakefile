# frozen_string_literal: true

require 'fileutils'

ROOT = __dir__

# What the browser needs from npm: source below node_modules => place below public/vendor.
ASSETS = {
  '@alpinejs/csp/dist/module.esm.min.js' => 'alpine/alpine.js',
  'bootstrap/dist/css/bootstrap.min.css' => 'bootstrap/bootstrap.css',
  'bootstrap/LICENSE' => 'bootstrap/LICENSE',
  'tabulator-tables/dist/js/tabulator_esm.min.js' => 'tabulator/tabulator.js',
  'tabulator-tables/dist/css/tabulator_simple.min.css' => 'tabulator/tabulator.css',
  'tabulator-tables/LICENSE' => 'tabulator/LICENSE',
  '@fontsource-variable/atkinson-hyperlegible-next/files/atkinson-hyperlegible-next-latin-wght-normal.woff2' => 'fonts/next-latin.woff2',
  '@fontsource-variable/atkinson-hyperlegible-next/files/atkinson-hyperlegible-next-latin-ext-wght-normal.woff2' => 'fonts/next-latin-ext.woff2',
  '@fontsource-variable/atkinson-hyperlegible-next/LICENSE' => 'fonts/LICENSE-next',
  '@fontsource-variable/atkinson-hyperlegible-mono/files/atkinson-hyperlegible-mono-latin-wght-normal.woff2' => 'fonts/mono-latin.woff2',
  '@fontsource-variable/atkinson-hyperlegible-mono/files/atkinson-hyperlegible-mono-latin-ext-wght-normal.woff2' => 'fonts/mono-latin-ext.woff2',
  '@fontsource-variable/atkinson-hyperlegible-mono/LICENSE' => 'fonts/LICENSE-mono'
}.freeze

desc 'Copies the pinned browser libraries and fonts from node_modules into public/vendor'
task :assets do
  ASSETS.each do |source, place|
    target = File.join(ROOT, 'public/vendor', place)
    FileUtils.mkdir_p(File.dirname(target))
    content = File.binread(File.join(ROOT, 'node_modules', source)).sub(%r{^(//|/\*)# sourceMappingURL=.*$}, '')
    File.binwrite(target, content)
  end
end
