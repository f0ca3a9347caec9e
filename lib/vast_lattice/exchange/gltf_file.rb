# frozen_string_literal: true

module VastLattice
  module Exchange
    # A product as glTF 2.0 in one binary file (Khronos Group, ISO/IEC 12113): metres, y upwards; its structure with names, each shape once
    # with many places, colours as materials.
    class GLTFFile
      MAGIC = 0x46546C67
      JSON_CHUNK = 0x4E4F534A
      BINARY_CHUNK = 0x004E4942
      FLOAT = 5126
      UNSIGNED = 5125
      VERTICES = 34_962
      INDICES = 34_963
      # mm in a metre.
      METRE = 1000.0
      # How much its surfaces shine.
      ROUGHNESS = 0.6
      METALLIC = 0.1

      # +tree+ is an ExactSolids::Product in plain form, +solids+ are the Geometry::Solids of its shapes.
      def initialize(tree, solids)
        @tree = tree
        @solids = solids
        @binary = +''.b
        @views = []
        @accessors = []
        @materials = {}
        @meshes = {}
        @nodes = []
      end

      def write
        root = node(@tree['nodes'].size - 1)
        text = JSON.generate(document(root)).b
        text << (' ' * padding(text))
        @binary << ("\0" * padding(@binary))
        chunks = [[text.bytesize, JSON_CHUNK].pack('VV'), text, [@binary.bytesize, BINARY_CHUNK].pack('VV'), @binary].join
        [MAGIC, 2, 12 + chunks.bytesize].pack('VVV') + chunks
      end

      private

      # Chunks are filled up to multiples of four bytes.
      def padding(bytes) = -bytes.bytesize % 4

      def document(root)
        { 'asset' => { 'version' => '2.0', 'generator' => 'Vast Lattice' }, 'scene' => 0, 'scenes' => [{ 'nodes' => [root] }],
          'nodes' => @nodes, 'meshes' => @meshes.values.map(&:last), 'materials' => @materials.map { |colour, _| material(colour) },
          'accessors' => @accessors, 'bufferViews' => @views,
          'buffers' => [{ 'byteLength' => @binary.bytesize + padding(@binary) }] }
      end

      # The number of a new node for a node of the tree: nodes of glTF have one place only, meshes many.
      def node(number, name = nil, place = nil)
        own = @tree['nodes'][number]
        children = own['bodies'].map { |body| put(body['name'], body['place'], 'mesh' => mesh(body)) }
        children += own['parts'].map { |part| node(part['node'], part['name'], part['place']) }
        put([name, own['name']].compact.join(': '), place, 'children' => children)
      end

      def put(name, place, given)
        moved = place && place != ExactSolids::Recipe::SPACE
        @nodes << { 'name' => name, **given, **(moved ? { 'matrix' => matrix(place) } : {}) }
        @nodes.size - 1
      end

      # Columns u, v, n and the origin in metres.
      def matrix(place)
        origin, *axes = place.each_slice(3).to_a
        [*axes.map { |axis| [*axis, 0.0] }, [*origin.map { |part| part / METRE }, 1.0]].flatten.map(&:to_f)
      end

      def mesh(body)
        key = body.values_at('shape', 'colour', 'name')
        (@meshes[key] ||= [@meshes.size, { 'name' => body['name'], 'primitives' => [primitive(*key)] }]).first
      end

      def primitive(shape, colour, _name)
        position, normal, indices = (@shapes ||= {})[shape] ||= accessors(Geometry::Mesh.new(@solids[shape], frame: Geometry::Frame::SPACE))
        { 'attributes' => { 'POSITION' => position, 'NORMAL' => normal }, 'indices' => indices,
          'material' => @materials[colour] ||= @materials.size }
      end

      # Corners that are the same once.
      def accessors(mesh)
        corners = mesh.groups.flat_map { |group| group['positions'].each_slice(3).zip(group['normals'].each_slice(3)) }
        numbers = {}
        indices = corners.map { |corner| numbers[corner] ||= numbers.size }
        positions = numbers.keys.map { |position, _| position.map { |part| part / METRE } }
        normals = numbers.keys.map { |_, normal| Geometry::Vector.unit(normal) }
        [vectors(positions, bounded: true), vectors(normals), accessor(indices.pack('V*'), UNSIGNED, 'SCALAR', indices.size, INDICES)]
      end

      def vectors(vectors, bounded: false)
        single = vectors.map { |vector| vector.pack('e3').unpack('e3') }
        ends = bounded ? { 'min' => single.transpose.map(&:min), 'max' => single.transpose.map(&:max) } : {}
        accessor(vectors.flatten.pack('e*'), FLOAT, 'VEC3', vectors.size, VERTICES, **ends)
      end

      def accessor(bytes, component, type, count, target, **ends)
        @views << { 'buffer' => 0, 'byteOffset' => @binary.bytesize, 'byteLength' => bytes.bytesize, 'target' => target }
        @binary << bytes
        @accessors << { 'bufferView' => @views.size - 1, 'componentType' => component, 'count' => count, 'type' => type, **ends }
        @accessors.size - 1
      end

      # Colours of glTF are linear (sRGB, IEC 61966-2-1).
      def material(colour)
        linear = colour.delete('#').scan(/../).map { |part| linear(part.hex / 255.0) }
        { 'name' => colour, 'pbrMetallicRoughness' => { 'baseColorFactor' => [*linear, 1.0], 'metallicFactor' => METALLIC,
                                                        'roughnessFactor' => ROUGHNESS } }
      end

      def linear(part) = part <= 0.04045 ? part / 12.92 : ((part + 0.055) / 1.055)**2.4
    end
  end
end
