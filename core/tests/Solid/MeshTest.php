<?php

declare(strict_types=1);

use Hafenbuch\Core\Solid\GltfMesh;
use Hafenbuch\Core\Solid\Mesh;
use Hafenbuch\Core\Solid\ObjMesh;
use Hafenbuch\Core\Solid\View;
use Hafenbuch\Core\Solid\X3dMesh;

/** @param array<string, string> $others by path */
function x3d(string $scene, array $others = []): Mesh
{
    $mesh = new Mesh;
    X3dMesh::read('model/gauge.x3d', "<X3D><Scene>{$scene}</Scene></X3D>", $mesh, static fn (string $from, string $address): ?array => isset($others[$address]) ? [$address, $others[$address]] : null);

    return $mesh;
}

/** @return array{float, float} the least and the most of one coordinate */
function reach(Mesh $mesh, int $axis): array
{
    $values = array_merge(...array_map(static fn (array $triangle): array => [$triangle[0][$axis], $triangle[0][$axis + 3], $triangle[0][$axis + 6]], $mesh->triangles()));

    return [min($values), max($values)];
}

it('reads the shapes of a scene where they stand, in their colours', function () {
    $box = x3d('<Transform translation="5 0 0" scale="2 1 1"><Shape><Appearance><Material diffuseColor="1 0 0"/></Appearance><Box size="2 4 6"/></Shape></Transform>');
    expect($box->triangles())->toHaveCount(12)->and(reach($box, 0))->toBe([3.0, 7.0])->and(reach($box, 1))->toBe([-2.0, 2.0])->and($box->triangles()[0][1])->toBe(0xFF0000);
    $turned = x3d('<Transform rotation="0 0 1 1.5707963"><Shape><Cylinder radius="1" height="10"/></Shape></Transform>');
    expect(reach($turned, 0)[1])->toEqualWithDelta(5.0, 1e-4)->and(reach($turned, 1)[1])->toEqualWithDelta(1.0, 1e-4);
    expect(x3d('<Shape><IndexedFaceSet coordIndex="0 1 2 3 -1 0 9 1 -1"><Coordinate point="0 0 0, 1 0 0, 1 1 0, 0 1 0"/></IndexedFaceSet></Shape>')->triangles())->toHaveCount(2);
});

it('takes in what is named again, and other files, and comes to an end where these take in one another', function () {
    expect(x3d('<Transform><Shape DEF="part"><Box/></Shape></Transform><Transform translation="9 0 0"><Shape USE="part"/></Transform>')->triangles())->toHaveCount(24);
    $part = '<X3D><Scene><Shape><Box/></Shape></Scene></X3D>';
    expect(x3d('<Inline url=\'"lost.x3d" "part.x3d"\'/>', ['part.x3d' => $part])->triangles())->toHaveCount(12);
    $loop = '<X3D><Scene><Shape><Box/></Shape><Inline url=\'"loop.x3d"\'/></Scene></X3D>';
    expect(x3d('<Inline url=\'"loop.x3d"\'/>', ['loop.x3d' => $loop])->triangles())->toHaveCount(8 * 12);
    expect(x3d('<Group DEF="g"><Shape><Box/></Shape><Group USE="g"/></Group>')->triangles())->not->toBe([]);
});

it('takes no more triangles than it may, and none that stand nowhere', function () {
    $doubling = '<Group DEF="a0"><Shape><Sphere/></Shape></Group>';
    for ($n = 1; $n < 20; $n++) {
        $doubling .= '<Group DEF="a'.$n.'"><Group USE="a'.($n - 1).'"/><Group USE="a'.($n - 1).'"/></Group>';
    }
    $mesh = x3d($doubling);
    expect($mesh->triangles())->toHaveCount(Mesh::MOST)->and($mesh->isFull())->toBeTrue();
    expect(x3d('<Shape><Box size="1e999 1 1"/></Shape>')->triangles())->toBe([]);
    foreach (['<Shape><Box', '&bomb;', '<Transform translation="x y"><Shape><Box size=""/></Shape></Transform>', '<Shape><IndexedFaceSet coordIndex="9 8 7"/></Shape>'] as $broken) {
        x3d($broken);
    }
});

it('reads faces of OBJ, also those that count from behind', function () {
    $mesh = new Mesh;
    ObjMesh::read("v 0 0 0\nv 1 0 0\nv 1 1 0\nv 0 1 0\nf 1/1 2/2 3/3 4/4\nf -4 -3 -2\nf 9 9 9\n", $mesh);
    expect($mesh->triangles())->toHaveCount(3);
});

it('reads glTF with its buffers inside, beside it and as GLB, and nothing beyond their ends', function () {
    $points = pack('g9', 0, 0, 0, 1, 0, 0, 0, 1, 0);
    $asset = static fn (?string $uri, int $count = 3): array => [
        'scene' => 0, 'scenes' => [['nodes' => [0]]], 'nodes' => [['mesh' => 0, 'translation' => [2, 0, 0], 'children' => [0]]],
        'meshes' => [['primitives' => [['attributes' => ['POSITION' => 0], 'indices' => 1]]]], 'accessors' => [['bufferView' => 0, 'componentType' => 5126, 'count' => $count], ['bufferView' => 1, 'componentType' => 5121, 'count' => 3]],
        'bufferViews' => [['buffer' => 0, 'byteLength' => 36], ['buffer' => 0, 'byteOffset' => 36, 'byteLength' => 3]], 'buffers' => [['byteLength' => 39, ...($uri === null ? [] : ['uri' => $uri])]],
    ];
    $bytes = "{$points}\0\1\2";
    $read = static function (string $file, array $others = []): Mesh {
        $mesh = new Mesh;
        GltfMesh::read($file, $mesh, static fn (string $address): ?string => $others[$address] ?? null);

        return $mesh;
    };
    $inside = $read(json_encode($asset('data:application/octet-stream;base64,'.base64_encode($bytes))));
    // The node is its own child, which comes to an end.
    expect($inside->triangles())->not->toBe([])->and($inside->triangles()[0][0])->toBe([2.0, 0.0, 0.0, 3.0, 0.0, 0.0, 2.0, 1.0, 0.0]);
    expect($read(json_encode($asset('part.bin')), ['part.bin' => $bytes])->triangles()[0][0])->toBe($inside->triangles()[0][0])->and($read(json_encode($asset('lost.bin')))->triangles())->toBe([]);
    $json = str_pad($said = json_encode($asset(null, 1_000_000)), strlen($said) + 3 & ~3);
    $glb = 'glTF'.pack('VV', 2, 0).pack('V', strlen($json))."JSON{$json}".pack('V', 39)."BIN\0{$bytes}";
    expect($read($glb)->triangles()[0][0])->toBe($inside->triangles()[0][0]);
    for ($length = 0; $length < strlen($glb); $length += 7) {
        $read(substr($glb, 0, $length));
    }
});

it('shows a mesh as large as its frame, what is behind first, lit by how it lies', function () {
    $drawn = View::of(x3d('<Shape><Appearance><Material diffuseColor="1 1 1"/></Appearance><Box/></Shape>'), 320, 240, 10);
    $xs = array_merge(...array_map(static fn (array $one): array => [$one[0][0], $one[0][2], $one[0][4]], $drawn));
    $ys = array_merge(...array_map(static fn (array $one): array => [$one[0][1], $one[0][3], $one[0][5]], $drawn));
    expect($drawn)->toHaveCount(12)->and(min($ys))->toEqualWithDelta(10, 0.01)->and(max($ys))->toEqualWithDelta(230, 0.01)->and(min($xs))->toBeGreaterThan(9.9)->and(max($xs))->toBeLessThan(310.1)
        ->and(count(array_unique(array_column($drawn, 1))))->toBe(3)->and(View::of(new Mesh, 320, 240, 10))->toBe([]);
});
