<?php

declare(strict_types=1);

use App\Devices\RackClient;
use App\Support\Refused;
use Tests\Support\Harbour;
use Tests\Support\RunningRack;

beforeEach(function () {
    $this->harbour = new Harbour([
        'show.xspf' => '<playlist version="1" xmlns="http://xspf.org/ns/0/"><trackList><track><location>device:camera/bridge?gain=2#left</location></track><track><location>device:microphone/gauge-room</location></track></trackList></playlist>',
        'scene.x3d' => "<X3D><Scene><MovieTexture url='\"device:camera/bridge\"'/></Scene></X3D>",
    ]);
    $this->actingAs($this->harbour->owner);
});

afterEach(fn () => isset($this->rack) && $this->rack->stop());

it('tells which devices are there, and shows what they show', function () {
    $this->rack = new RunningRack;
    $devices = api('GET', 'devices')->assertOk()->json();
    expect($devices['problem'])->toBeNull()->and(array_column($devices['devices'], 'references', 'device'))->toMatchArray(['device:camera/bridge' => 2, 'device:camera/spare' => 0, 'device:microphone/gauge-room' => 1]);
    $picture = api('GET', 'devices/camera/bridge/live')->assertOk();
    expect($picture->headers->get('Content-Type'))->toBe('image/svg+xml')->and($picture->headers->get('Content-Security-Policy'))->toContain('sandbox')->and(simplexml_load_string((string) $picture->getContent()))->not->toBeFalse();
    expect(api('GET', 'devices/microphone/gauge-room/live?level=1')->assertOk()->json('level'))->toBeGreaterThanOrEqual(0)->toBeLessThanOrEqual(1);

    api('PUT', 'devices/camera/bridge', ['on' => false])->assertNoContent();
    expect(array_column(api('GET', 'devices')->json('devices'), 'there', 'device')['device:camera/bridge'])->toBeFalse();
    api('GET', 'devices/camera/bridge/live')->assertStatus(422)->assertSee('switched off');
    api('PUT', 'devices/camera/nobody', ['on' => false])->assertStatus(422)->assertSee('no such device');
});

it('puts another device in the place of one that is not there, keeps what is set, and puts it back', function () {
    $this->rack = new RunningRack;
    $before = $this->harbour->hashes();
    api('PUT', 'devices/camera/bridge', ['on' => false]);
    $plan = api('POST', 'devices/replace/plan', ['old' => 'device:camera/bridge', 'new' => 'device:camera/spare'])->assertOk()->json();
    expect(array_column($plan['lines'], 'path'))->toEqualCanonicalizing(['show.xspf', 'scene.x3d']);
    $entry = api('POST', 'devices/replace', ['old' => 'device:camera/bridge', 'new' => 'device:camera/spare', 'fingerprint' => $plan['fingerprint']])->assertOk()->json();
    expect($this->harbour->read('show.xspf'))->toContain('device:camera/spare?gain=2#left')->toContain('device:microphone/gauge-room')->and($this->harbour->read('scene.x3d'))->toContain('"device:camera/spare"');

    expect(api('GET', 'devices')->json('replaced'))->toMatchArray([['old' => 'device:camera/bridge', 'new' => 'device:camera/spare', 'documents' => 2, 'isBack' => false, 'entry' => $entry['id'], 'number' => 1]]);
    expect(api('GET', 'logbook')->json('0.words'))->toBe('Put device:camera/spare in the place of device:camera/bridge');
    api('PUT', 'devices/camera/bridge', ['on' => true]);
    expect(api('GET', 'devices')->json('replaced.0.isBack'))->toBeTrue();
    $undo = api('GET', "logbook/{$entry['id']}/undo")->json();
    api('POST', "logbook/{$entry['id']}/undo", ['fingerprint' => $undo['fingerprint']])->assertOk();
    expect($this->harbour->hashes())->toBe($before)->and(api('GET', 'devices')->json('replaced'))->toBe([]);
});

it('says that no rack answers, and still knows what is referred to', function () {
    config(['server.rack' => 'unix:/nowhere.sock']);
    $devices = api('GET', 'devices')->assertOk()->json();
    expect($devices['problem'])->toContain('No rack')->and(array_column($devices['devices'], 'isKnown', 'device'))->toEqual(['device:camera/bridge' => false, 'device:microphone/gauge-room' => false]);
});

it('replaces only a device by one of its kind', function (string $old, string $new) {
    api('POST', 'devices/replace/plan', ['old' => $old, 'new' => $new])->assertStatus(422);
})->with([['device:camera/bridge', 'device:microphone/spare'], ['device:camera/bridge', 'show.xspf'], ['camera/bridge', 'device:camera/spare'], ['device:camera', 'device:camera/spare']]);

it('believes no rack that says nonsense', function (string $answer) {
    $socket = sys_get_temp_dir().'/hafenbuch-nonsense-'.bin2hex(random_bytes(4)).'.sock';
    $server = stream_socket_server("unix://{$socket}");
    $pid = pcntl_fork();
    if ($pid === 0) {
        $stream = stream_socket_accept($server, 10);
        fread($stream, 4096);
        fwrite($stream, $answer);
        fclose($stream);
        posix_kill(getmypid(), SIGKILL);
    }
    try {
        $devices = (new RackClient("unix:{$socket}"))->devices();
    } catch (Refused $refused) {
        $devices = $refused->getMessage();
    }
    pcntl_waitpid($pid, $status);
    unlink($socket);

    expect($devices)->toBeIn([[], 'What the rack of devices says is no list.', 'No rack of devices answers, so it is not known which are there. bin/start starts the one that ships; HAFENBUCH_RACK names another.', 'The rack of devices answered 302.']);
})->with([
    'no HTTP' => ['hello'], 'no JSON' => ["HTTP/1.1 200 OK\r\nContent-Length: 1\r\n\r\n{"], 'no list' => ["HTTP/1.1 200 OK\r\nContent-Length: 4\r\n\r\ntrue"], 'nothing' => [''],
    'no devices' => ["HTTP/1.1 200 OK\r\nContent-Length: 46\r\n\r\n[1,{\"device\":\"device:../../x\",\"there\":true}]  "], 'elsewhere' => ["HTTP/1.1 302 Found\r\nLocation: http://127.0.0.1/\r\nContent-Length: 0\r\n\r\n"],
]);

it('answers on the command line', function () {
    $this->rack = new RunningRack;
    putenv("HAFENBUCH_RACK=unix:{$this->rack->socket}");
    $devices = json_decode((string) shell_exec('HAFENBUCH_RACK='.escapeshellarg("unix:{$this->rack->socket}").' '.PHP_BINARY.' '.base_path('bin/hafenbuch').' devices --json'), true);
    putenv('HAFENBUCH_RACK');
    expect($devices[0])->toBe(['device' => 'device:camera/bridge', 'kind' => 'camera', 'there' => true])->and($devices)->toHaveCount(6);
    $done = $this->harbour->command('device:replace', ['device:camera/bridge=device:camera/spare', '--json'])['json'];
    expect($done['entry'])->toBe(1)->and($done['lines'])->toHaveCount(2)
        ->and($this->harbour->command('device:replace', ['nothing'])['code'])->toBe(2);
});
