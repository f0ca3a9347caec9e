# frozen_string_literal: true

require 'bundler'
require 'json'

# Whose work Vast Lattice stands on, with versions and licences as the packages themselves say: a page that "rake notices" writes.
module Notices
  ROOT = File.expand_path('../..', __dir__)
  PAGE = File.join(ROOT, 'docs/third-party.md')
  # Licences of Debian's packages, from the files "copyright" in /usr/share/doc; they come from Debian, and none ships with Vast Lattice.
  DEBIAN = {
    'ruby' => 'BSD-2-Clause OR Ruby', 'mariadb-server' => 'GPL-2.0-only', 'libmariadb-dev' => 'LGPL-2.1-or-later',
    'libgeos-c1v5' => 'LGPL-2.1-or-later', 'libz3-dev' => 'MIT', 'fonts-dejavu-core' => 'Bitstream Vera and public domain',
    'icc-profiles-free' => 'Zlib',
    'nodejs' => 'MIT', 'chromium-headless-shell' => 'BSD-3-Clause',
    'units' => 'GPL-3.0-or-later', 'libreoffice-calc' => 'MPL-2.0', 'poppler-utils' => 'GPL-2.0-or-later',
    'python3-ezdxf' => 'MIT', 'qpdf' => 'Apache-2.0', 'glpk-utils' => 'GPL-3.0-or-later', 'procps' => 'GPL-2.0-or-later',
    'build-essential' => 'GPL (compilers, only to install gems)'
  }.freeze
  # Of packages that do not say it themselves: read in their files of licence.
  READ = { 'ttfunk' => 'Nonstandard OR GPL-2.0-only OR GPL-3.0-only' }.freeze

  module_function

  # {name => [version, licence]} of all gems in the lock file.
  def gems
    locked = Bundler::LockfileParser.new(File.read(File.join(ROOT, 'Gemfile.lock'))).specs.to_h { |spec| [spec.name, spec.version.to_s] }
    known = Bundler.load.specs.to_h { |spec| [spec.name, spec.licenses] }
    locked.sort.to_h do |name, version|
      licences = known[name].to_a
      [name, [version, licences.any? ? licences.join(' OR ') : READ.fetch(name, 'see its files')]]
    end
  end

  # The same of npm packages: those that ship, or those that only tests use.
  def packages(shipped:)
    locked = JSON.parse(File.read(File.join(ROOT, 'package-lock.json'))).fetch('packages').except('')
    chosen = locked.select { |_, own| shipped == !own['dev'] }
    chosen.sort.to_h { |path, own| [path.delete_prefix('node_modules/'), [own['version'], licence(path, own)]] }
  end

  def licence(path, own)
    file = File.join(ROOT, path, 'package.json')
    own['license'] || (File.exist?(file) && JSON.parse(File.read(file))['license']) || 'see its files'
  end

  # The page, as Markdown.
  def page
    <<~MARKDOWN
      # Third-party notices

      `rake notices` writes this page from `Gemfile.lock`, `package-lock.json` and what the packages say of themselves; a test compares it
      with them. Licences are told by their SPDX identifiers where the packages do.

      ## From npm: browser libraries and fonts in `public/vendor`, and the geometry kernel

      Licences of what ships are beside it. Atkinson Hyperlegible is under the SIL Open Font License. The geometry kernel
      (`replicad-opencascadejs`) does not ship: `bin/start` installs it, and it runs as a process of its own.

      #{table(packages(shipped: true))}
      ## Installed: gems

      #{table(gems)}
      ## Installed: Debian's packages

      In the versions that Debian has.

      #{table(DEBIAN.transform_values { |licence| ['', licence] })}
      ## Used by tests alone: npm packages

      #{table(packages(shipped: false))}
    MARKDOWN
  end

  def table(rows)
    lines = rows.map { |name, (version, licence)| "| #{name} | #{version} | #{licence} |" }
    ['| package | version | licence |', '|---|---|---|', *lines, ''].join("\n")
  end
end
