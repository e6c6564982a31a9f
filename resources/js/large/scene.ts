import type X3D from 'x_ite';

/** Where the build has put what shows solids. */
declare const SOLIDS: string;
type Library = typeof X3D;
type Node = X3D.SFNode;

/** Place of the eye, its turn (an axis and an angle), and about what it turns: as X3D says them (ISO/IEC 19775-1, 23.4.6). */
export type Camera = number[];
const CAMERA = 10;

/** A press that moved less than this far is a choice, and no turn. */
const STILL_PX = 4;
/** So long after it last moved, the eye has come to rest. */
const REST_MS = 350;

/** What the library has and does not declare: what lies under a point of the canvas. */
interface Picking {
    touch(x: number, y: number): boolean;
    getHit(): { id: number; shapeNode: { getExecutionContext(): Context } | null };
}
interface Context {
    worldURL?: string;
    getExecutionContext?(): Context | null;
}

/** The fields that this asks nodes for, where they have them. */
interface Fields {
    visible: boolean;
    url: Iterable<string>;
    children?: Iterable<Node | null>;
    appearance?: { material?: Node | null } | null;
    emissiveColor?: Iterable<number> | X3D.SFColor;
    /** Of a part, when it has come. */
    getValue(): { getInternalScene(): { rootNodes: Iterable<Node | null> } | null };
}
const fields = (node: Node) => node as unknown as Fields;

/** The eye of a scene, as the library holds it and does not declare it. */
interface Eye {
    getUserPosition(): unknown;
    getUserOrientation(): unknown;
    getUserCenterOfRotation(): unknown;
    setUserPosition(place: unknown): void;
    setUserOrientation(turn: unknown): void;
    setUserCenterOfRotation(place: unknown): void;
}

/** A part that a scene takes in from another file. */
export interface ScenePart {
    /** In the workspace. */
    path: string;
    node: Node;
}

interface Watching {
    /** The eye has come to rest somewhere else, turned there by a person. */
    onRest?: (camera: Camera) => void;
    /** At each frame in which the eye moves, whoever moved it. */
    onMove?: (camera: Camera) => void;
    /** Somebody pressed on what comes from this file. */
    onPick?: (path: string) => void;
}

/** A scene in a canvas: the one place that knows the library that draws it. */
export class Scene {
    readonly parts: ScenePart[] = [];
    readonly #lit = new Map<string, [number, number, number]>();
    readonly #materials = new Map<Node, { path: string; before: number[] }>();
    readonly #off: (() => void)[] = [];
    #rest: ReturnType<typeof setTimeout> | undefined;
    #isLed = true;

    private constructor(
        private readonly x3d: Library,
        private readonly browser: X3D.X3DBrowser,
        private readonly root: string,
        private readonly watching: Watching,
    ) {}

    /**
     * @param root the address below which the workspace’s files are shown, with a slash at its end
     * @param address of the scene, below the root
     */
    static async open(place: HTMLElement, root: string, address: string, watching: Watching, camera: Camera | null): Promise<Scene> {
        const { default: x3d } = (await import(/* @vite-ignore */ SOLIDS)) as { default: Library };
        const canvas = document.createElement('x3d-canvas');
        canvas.setAttribute('splashScreen', 'false');
        canvas.setAttribute('contextMenu', 'false');
        canvas.setAttribute('notifications', 'false');
        place.replaceChildren(canvas);
        const browser = x3d.getBrowser(canvas as Parameters<Library['getBrowser']>[0]);
        const scene = new Scene(x3d, browser, root, watching);
        await browser.loadURL(new x3d.MFString(root + address));
        scene.#light();
        scene.#findParts(browser.currentScene.rootNodes);
        scene.#watch(canvas);
        camera?.length === CAMERA ? scene.turn(camera) : scene.all(0);
        return scene;
    }

    /** All of it in sight, after so many seconds. */
    all(seconds: number): void {
        this.browser.viewAll(undefined, seconds);
    }

    turn(camera: Camera): void {
        const [x = 0, y = 0, z = 0, ax = 0, ay = 0, az = 1, angle = 0, cx = 0, cy = 0, cz = 0] = camera;
        const { SFVec3f, SFRotation } = this.x3d;
        const scene = this.browser.currentScene;
        const eye = scene.createNode('Viewpoint');
        eye.position = new SFVec3f(x, y, z);
        eye.orientation = new SFRotation(ax, ay, az, angle);
        eye.centerOfRotation = new SFVec3f(cx, cy, cz);
        eye.jump = true;
        eye.retainUserOffsets = false;
        this.#isLed = true;
        scene.rootNodes.push(eye);
        eye.set_bind = true;
    }

    /** Looks from where another scene is looked at. */
    follow(other: Scene): void {
        const [from, to] = [other.#eye(), this.#eye()];
        if (from && to) {
            this.#isLed = true;
            to.setUserPosition(from.getUserPosition());
            to.setUserOrientation(from.getUserOrientation());
            to.setUserCenterOfRotation(from.getUserCenterOfRotation());
        }
    }

    /** Whether a person turns it, and not another scene that it follows. */
    get isTurned(): boolean {
        return !this.#isLed;
    }

    #eye(): Eye | null {
        return (this.browser as unknown as { getActiveViewpoint(): Eye | null }).getActiveViewpoint();
    }

    show(path: string, isShown: boolean): void {
        for (const part of this.parts.filter((one) => one.path === path)) {
            fields(part.node).visible = isShown;
        }
    }

    /** Has what comes from this file glow in a colour, each of its parts from 0 to 1; null: no more. */
    lightUp(path: string, colour: [number, number, number] | null): void {
        colour ? this.#lit.set(path, colour) : this.#lit.delete(path);
        this.#paint();
    }

    close(): void {
        clearTimeout(this.#rest);
        for (const off of this.#off) {
            off();
        }
    }

    #pathOf(address: string): string | null {
        const whole = new URL(address, location.href).href.split('?')[0] ?? '';
        return whole.startsWith(this.root) ? whole.slice(this.root.length).split('/').map(decodeURIComponent).join('/') : null;
    }

    /** Every part at any depth of this file’s own scene; what parts take in themselves belongs to them. */
    #findParts(nodes: Iterable<Node | null>): void {
        for (const node of nodes) {
            if (node?.getNodeTypeName() === 'Inline') {
                const first = [...fields(node).url][0];
                const path = first === undefined ? null : this.#pathOf(new URL(first, this.browser.currentScene.worldURL).href);
                if (path !== null) {
                    this.parts.push({ path, node });
                }
            } else if (node) {
                this.#findParts(fields(node).children ?? []);
            }
        }
    }

    /** Before a scene that brings no background of its own is the paper of the page, and not the night; and what no light of it reaches is not black. */
    #light(): void {
        const { SFColor, MFColor, SFVec3f } = this.x3d;
        const scene = this.browser.currentScene;
        if (![...scene.rootNodes].some((node) => node?.getNodeTypeName().includes('Background'))) {
            const background = scene.createNode('Background');
            const [red = 0, green = 0, blue = 0] = (getComputedStyle(document.body).backgroundColor.match(/\d+/g) ?? []).map(
                (part) => Number(part) / 255,
            );
            background.skyColor = new MFColor(new SFColor(red, green, blue));
            scene.rootNodes.push(background);
            background.set_bind = true;
        }
        const light = scene.createNode('DirectionalLight');
        light.direction = new SFVec3f(-0.5, -1, -0.6);
        light.intensity = 0.55;
        light.ambientIntensity = 0.7;
        light.global = true;
        scene.rootNodes.push(light);
    }

    #watch(canvas: HTMLElement): void {
        const { SFVec3f } = this.x3d;
        const scene = this.browser.currentScene;
        const sensor = scene.createNode('ProximitySensor');
        sensor.size = new SFVec3f(1e9, 1e9, 1e9);
        scene.rootNodes.push(sensor);
        const moved = () => {
            const camera = [...sensor.position_changed, ...sensor.orientation_changed, ...sensor.centerOfRotation_changed].map(Number);
            this.watching.onMove?.(camera);
            clearTimeout(this.#rest);
            if (!this.#isLed) {
                this.#rest = setTimeout(() => this.watching.onRest?.(camera), REST_MS);
            }
        };
        for (const name of ['position_changed', 'orientation_changed'] as const) {
            sensor.getField(name).addFieldCallback('hafenbuch', moved);
            this.#off.push(() => sensor.getField(name).removeFieldCallback('hafenbuch'));
        }
        let from: { x: number; y: number } | null = null;
        const press = (event: PointerEvent) => {
            this.#isLed = false;
            from = { x: event.clientX, y: event.clientY };
        };
        const wheel = () => {
            this.#isLed = false;
        };
        // Not when it is released: until then the library takes it for a turn.
        const click = (event: MouseEvent) => {
            if (from && Math.hypot(event.clientX - from.x, event.clientY - from.y) < STILL_PX) {
                const path = this.#at(canvas, event);
                path && this.watching.onPick?.(path);
            }
            from = null;
        };
        canvas.addEventListener('pointerdown', press, true);
        canvas.addEventListener('click', click, true);
        canvas.addEventListener('wheel', wheel, true);
        // Parts come after the scene that takes them in.
        const loads = scene.createNode('LoadSensor');
        loads.children = new this.x3d.MFNode(...this.parts.map((part) => part.node)) as typeof loads.children;
        scene.rootNodes.push(loads);
        loads.getField('progress').addFieldCallback('hafenbuch', () => this.#paint());
        this.#off.push(() => loads.getField('progress').removeFieldCallback('hafenbuch'));
    }

    /** The file from which comes what lies there. */
    #at(canvas: HTMLElement, event: MouseEvent): string | null {
        const picking = this.browser as unknown as Picking;
        const box = canvas.getBoundingClientRect();
        const scale = (canvas.shadowRoot?.querySelector('canvas')?.width ?? box.width) / box.width;
        // Counted from below, as the library does.
        if (!picking.touch((event.clientX - box.left) * scale, (box.bottom - event.clientY) * scale) && picking.getHit().id === 0) {
            return null;
        }
        for (let context: Context | null = picking.getHit().shapeNode?.getExecutionContext() ?? null; context; ) {
            const path = context.worldURL ? this.#pathOf(context.worldURL) : null;
            if (path !== null) {
                return path;
            }
            context = context.getExecutionContext?.() ?? null;
        }
        return null;
    }

    #paint(): void {
        for (const { path, node } of this.parts) {
            const scene = fields(node).getValue().getInternalScene();
            if (scene) {
                this.#gather(scene.rootNodes, path);
            }
        }
        const { SFColor } = this.x3d;
        for (const [material, { path, before }] of this.#materials) {
            const [red = 0, green = 0, blue = 0] = this.#lit.get(path) ?? before;
            fields(material).emissiveColor = new SFColor(red, green, blue);
        }
    }

    /** The materials of all shapes in a part, and in what that takes in. */
    #gather(nodes: Iterable<Node | null>, path: string): void {
        for (const node of nodes) {
            if (!node) {
                continue;
            }
            const material = node.getNodeTypeName() === 'Shape' ? fields(node).appearance?.material : null;
            const glow = material && (fields(material).emissiveColor as Iterable<number> | undefined);
            if (material && glow && !this.#materials.has(material)) {
                this.#materials.set(material, { path, before: [...glow].map(Number) });
            }
            this.#gather(fields(node).children ?? [], path);
        }
    }
}

/** From where a camera looks at what it turns about, as a small picture is drawn from there: about the upright axis, then up, in radians. */
export function turnOf(camera: Camera): [number, number] {
    const [x = 0, y = 0, z = 0, , , , , cx = 0, cy = 0, cz = 0] = camera;
    const [dx, dy, dz] = [x - cx, y - cy, z - cz];
    const length = Math.hypot(dx, dy, dz);
    return length === 0 ? [0, 0] : [Math.atan2(-dx, dz), Math.asin(Math.min(1, Math.max(-1, dy / length)))];
}
