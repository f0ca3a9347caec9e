// The 3D view: meshes that the core computed, lit, with edges; it turns, zooms, fits, and what is chosen in it is chosen
// everywhere. Keys: arrows turn, plus and minus zoom, F fits.
import { get, words } from './api.js';
import { query } from './pick.js';
import { desk } from './desk.js';

// The library is large: it is fetched when something is first seen in 3D.
let three = null;
let OrbitControls = null;
async function library() {
  if (three) return;
  const [module, controls] = await Promise.all([import('../vendor/three/three.module.js'), import('../vendor/three/orbit-controls.js')]);
  three = module;
  ({ OrbitControls } = controls);
}

const PAPER = 0xfffdf8;
const INK = 0x1d2733;
const CHOSEN = 0xa3441a;
const TURN = 0.12;

// The geometries of a shape: of each feature, and of its edges.
function shapeOf({ groups, edges }) {
  const geometry = (positions, normals) => {
    const own = new three.BufferGeometry();
    own.setAttribute('position', new three.Float32BufferAttribute(positions, 3));
    if (normals) own.setAttribute('normal', new three.Float32BufferAttribute(normals, 3));
    return own;
  };
  const own = {
    lines: geometry(edges),
    get groups() { return this.parts || (this.parts = groups.map(({ feature, positions, normals }) => ({ feature, geometry: geometry(positions, normals) }))); },
    whole() { return this.all || (this.all = [{ feature: null, geometry: geometry(groups.flatMap(({ positions }) => positions), groups.flatMap(({ normals }) => normals)) }]); },
    dispose() { [...(this.parts || []), ...(this.all || [])].forEach((part) => part.geometry.dispose()); this.lines.dispose(); },
  };
  return own;
}

// Where a frame (origin, u, v, n) puts what has it.
function matrixOf([ox, oy, oz, ux, uy, uz, vx, vy, vz, nx, ny, nz]) {
  return new three.Matrix4().set(ux, vx, nx, ox, uy, vy, ny, oy, uz, vz, nz, oz, 0, 0, 0, 1);
}

export function modelView() {
  // three.js objects stay outside of Alpine's reach: they must not be wrapped.
  let stage = null;

  return {
    wire: false,
    shown: '',
    // How far components are drawn apart, and along which axis.
    apart: 0,
    apartAxis: 'all',
    listening: null,
    resizing: null,

    init() {
      this.listening = () => { if (this.wanted()) this.fetchMesh(); };
      window.addEventListener('outcome', this.listening);
      ['view', 'second'].forEach((name) => this.$watch(name, () => setTimeout(this.listening)));
      // Pages of forms select nothing.
      ['selected', 'faint', 'chosenComponent'].filter((name) => name in this).forEach((name) => this.$watch(name, () => this.paint()));
      // Until a hand has turned it, all of it is shown.
      this.resizing = new ResizeObserver(() => { if (stage) (stage.touched ? this.draw3d() : this.fit()); });
      this.resizing.observe(this.$root);
      this.listening();
    },
    destroy() {
      window.removeEventListener('outcome', this.listening);
      this.resizing.disconnect();
      if (stage) stage.renderer.dispose();
    },

    // Whether it is to be seen: as the first picture, or as the second.
    wanted() { return this.$root.dataset.second ? desk.second === 'solid' : desk.view === 'solid'; },

    // Meshes are asked for when the pick, the tier, the build mark or the family has changed.
    async fetchMesh() {
      const wanted = `${query(desk.state.pick)}&${new URLSearchParams({ tier: desk.tier, ...(desk.onlyComponent ? { only: desk.onlyComponent } : {}), ...(desk.undrawn?.length ? { without: desk.undrawn.join(',') } : {}), ...(desk.build ? { build: `${desk.build.part}:${desk.build.step}` } : {}) })}&version=${desk.state.version}`;
      if (wanted === this.shown) return;
      try {
        const [scene] = await Promise.all([get(`${desk.api}/mesh?${wanted}`), library()]);
        const first = !this.shown;
        this.shown = wanted;
        this.build3d(scene);
        if (scene.simplified) desk.tell(`${scene.simplified} of the shapes ${scene.simplified === 1 ? 'has' : 'have'} too much detail for one picture and ${scene.simplified === 1 ? 'is' : 'are'} drawn as boxes. Show one component alone to see it.`);
        if (first) this.fit();
        this.paint();
        stage.canvas.dataset.shown = 'yes';
      } catch (refusal) {
        desk.tell(words(refusal));
      }
    },

    place() {
      if (stage) return stage;
      const canvas = this.$root.querySelector('canvas');
      const renderer = new three.WebGLRenderer({ canvas, antialias: true, preserveDrawingBuffer: true });
      renderer.setPixelRatio(window.devicePixelRatio);
      const scene = new three.Scene();
      scene.background = new three.Color(PAPER);
      scene.add(new three.HemisphereLight(0xffffff, 0xb9b1a0, 1.9));
      const sun = new three.DirectionalLight(0xffffff, 1.7);
      const camera = new three.OrthographicCamera(-1, 1, 1, -1, 0.1, 1e6);
      camera.add(sun);
      sun.position.set(0.6, 0.9, 1);
      scene.add(camera);
      const controls = new OrbitControls(camera, canvas);
      controls.zoomToCursor = true;
      controls.addEventListener('change', () => this.draw3d());
      controls.addEventListener('start', () => { stage.touched = true; });
      stage = { canvas, renderer, scene, camera, controls, model: new three.Group() };
      scene.add(stage.model);
      return stage;
    },

    // Each shape once; the bodies that have it share its geometry.
    build3d({ shapes, bodies }) {
      const { model } = this.place();
      (stage.shapes || []).forEach((shape) => shape.dispose());
      model.clear();
      const made = shapes.map(shapeOf);
      stage.shapes = made;
      const places = new Map();
      bodies.forEach(({ colour, shape, component, frame }) => {
        // What belongs to one component of the family moves together.
        const whole = component.split('.').slice(0, /^\d+$/.test(component.split('.')[1]) ? 2 : 1).join('.');
        const group = places.get(whole) || new three.Group();
        if (!places.has(whole)) { places.set(whole, group); model.add(group); group.userData = { component: whole }; }
        const put = (object) => { object.matrixAutoUpdate = false; object.matrix.copy(matrixOf(frame)); object.matrixWorldNeedsUpdate = true; group.add(object); };
        // In a component it is chosen as a whole.
        (component ? made[shape].whole() : made[shape].groups).forEach(({ feature, geometry }) => {
          const material = new three.MeshLambertMaterial({ color: colour, side: three.DoubleSide, polygonOffset: true, polygonOffsetFactor: 1, polygonOffsetUnits: 1 });
          const mesh = new three.Mesh(geometry, material);
          mesh.userData = { feature, colour, component };
          put(mesh);
        });
        put(new three.LineSegments(made[shape].lines, new three.LineBasicMaterial({ color: INK })));
      });
      this.spread();
    },

    // Components move away from the middle of all of them, by a share of their distance.
    spread() {
      const { model } = this.place();
      model.children.forEach((group) => group.position.set(0, 0, 0));
      const middle = new three.Box3().setFromObject(model).getCenter(new three.Vector3());
      model.children.forEach((group) => {
        const away = new three.Box3().setFromObject(group).getCenter(new three.Vector3()).sub(middle).multiplyScalar(Number(this.apart));
        if (this.apartAxis !== 'all') ['x', 'y', 'z'].filter((axis) => axis !== this.apartAxis).forEach((axis) => { away[axis] = 0; });
        group.position.copy(away);
      });
    },
    drawApart(share) { this.apart = share; this.spread(); this.fit(); },
    apartAlong(axis) { this.apartAxis = axis; this.spread(); this.fit(); },
    meshes() { return stage.model.children.flatMap((group) => group.children.filter((child) => child.isMesh)); },

    // Chosen features stand out; as wires, only the edges are seen.
    paint() {
      if (!stage) return;
      const chosen = desk.feature();
      const inside = desk.chosenComponent;
      this.meshes().forEach((mesh) => {
        const { feature, component, colour } = mesh.userData;
        const mine = inside && (component === inside || component.startsWith(`${inside}.`));
        mesh.visible = !this.wire;
        mesh.material.color.set(mine || (feature && !component && feature === chosen) ? CHOSEN : colour);
        mesh.material.transparent = desk.faint && Boolean(inside) && !mine;
        mesh.material.opacity = mesh.material.transparent ? 0.15 : 1;
      });
      this.draw3d();
    },

    draw3d() {
      const { canvas, renderer, scene, camera } = stage;
      const { clientWidth: width, clientHeight: height } = canvas;
      if (!width || !height) return;
      renderer.setSize(width, height, false);
      camera.left = -camera.top * (width / height);
      camera.right = camera.top * (width / height);
      camera.updateProjectionMatrix();
      renderer.render(scene, camera);
    },

    // Everything in the picture, seen from the right, above and in front.
    fit() {
      if (!three) return;
      const { camera, controls, model, canvas } = this.place();
      const sphere = new three.Box3().setFromObject(model).getBoundingSphere(new three.Sphere());
      if (!(sphere.radius > 0)) return;
      const shape = canvas.clientWidth / Math.max(canvas.clientHeight, 1);
      camera.top = sphere.radius * 1.05 / Math.min(shape, 1);
      camera.bottom = -camera.top;
      camera.zoom = 1;
      camera.position.copy(sphere.center).add(new three.Vector3(0.55, 0.5, 0.8).normalize().multiplyScalar(sphere.radius * 4));
      camera.near = sphere.radius * 0.01;
      camera.far = sphere.radius * 10;
      controls.target.copy(sphere.center);
      controls.update();
      this.draw3d();
    },

    toggleWire() { this.wire = !this.wire; this.paint(); },

    turn(around, up) {
      if (!stage) return;
      const { camera, controls } = stage;
      const away = camera.position.clone().sub(controls.target);
      const place = new three.Spherical().setFromVector3(away);
      place.theta += around;
      place.phi = Math.min(Math.max(place.phi + up, 0.05), Math.PI - 0.05);
      camera.position.copy(controls.target).add(new three.Vector3().setFromSpherical(place));
      controls.update();
      this.draw3d();
    },

    zoom(factor) {
      if (!stage) return;
      stage.camera.zoom *= factor;
      this.draw3d();
    },

    keys3d(event) {
      const act = { ArrowLeft: () => this.turn(-TURN, 0), ArrowRight: () => this.turn(TURN, 0), ArrowUp: () => this.turn(0, -TURN), ArrowDown: () => this.turn(0, TURN),
        '+': () => this.zoom(1.2), '-': () => this.zoom(1 / 1.2), f: () => this.fit() }[event.key];
      if (!act || event.altKey || event.ctrlKey) return;
      event.preventDefault();
      act();
    },

    // Chooses what was clicked, unless the hand was turning the model.
    choose3d(event) {
      if (Math.hypot(event.clientX - this.downAt[0], event.clientY - this.downAt[1]) > 4) return;
      if (!stage) return;
      const { canvas, camera } = stage;
      const box = canvas.getBoundingClientRect();
      const ray = new three.Raycaster();
      ray.setFromCamera(new three.Vector2(((event.clientX - box.left) / box.width) * 2 - 1, 1 - ((event.clientY - box.top) / box.height) * 2), camera);
      const hit = ray.intersectObjects(this.meshes().filter((child) => child.visible))[0];
      if (hit && hit.object.userData.component) { desk.pickComponent(hit.object.userData.component); this.paint(); return; }
      const name = hit && hit.object.userData.feature;
      if (!name) return;
      desk.select(`${name}.built`);
      window.dispatchEvent(new CustomEvent('feature-picked', { detail: name }));
    },
    downAt: [0, 0],
    down3d(event) { this.downAt = [event.clientX, event.clientY]; },
  };
}
