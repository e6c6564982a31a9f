<?php

declare(strict_types=1);

namespace App\Devices;

use App\Support\Refused;

/** Asks a rack which devices there are; docs/devices.md describes what is spoken. */
final readonly class RackClient
{
    /** A rack that is silent for longer is taken for none; nobody waits for it. */
    private const MILLISECONDS = 1500;

    private const BYTES = 1_000_000;

    private const DEVICES = 1000;

    /** @param string $rack http://… , or unix: and the path of a socket */
    public function __construct(private string $rack) {}

    /**
     * @return list<Device> in their order
     *
     * @throws Refused where no rack answers
     */
    public function devices(): array
    {
        $told = json_decode($this->ask('GET', '/devices'), true, 6);
        $devices = [];
        foreach (is_array($told) ? array_slice($told, 0, self::DEVICES) : throw Refused::because('What the rack of devices says is no list.') as $one) {
            if (is_array($one) && preg_match('~^device:([a-z0-9-]{1,60})/([a-z0-9-]{1,60})$~D', (string) ($one['device'] ?? ''), $match) === 1) {
                $devices[] = new Device($match[0], $match[1], $match[2], ($one['there'] ?? false) === true, ($one['picture'] ?? false) === true);
            }
        }

        return $devices;
    }

    /** @throws Refused */
    public function switch(string $kind, string $name, bool $isOn): void
    {
        $this->ask('PUT', "/devices/{$kind}/{$name}", (string) json_encode(['on' => $isOn]));
    }

    /** @throws Refused */
    public function picture(string $kind, string $name): string
    {
        return $this->ask('GET', "/devices/{$kind}/{$name}/picture");
    }

    /**
     * From 0 to 1.
     *
     * @throws Refused
     */
    public function level(string $kind, string $name): float
    {
        $told = json_decode($this->ask('GET', "/devices/{$kind}/{$name}/level"), true, 4);

        return is_array($told) && is_numeric($told['level'] ?? null) ? min(1.0, max(0.0, (float) $told['level'])) : 0.0;
    }

    private function ask(string $method, string $path, ?string $body = null): string
    {
        $isSocket = str_starts_with($this->rack, 'unix:');
        $request = curl_init(($isSocket ? 'http://rack' : rtrim($this->rack, '/')).$path);
        $answer = '';
        curl_setopt_array($request, [
            CURLOPT_CUSTOMREQUEST => $method, CURLOPT_TIMEOUT_MS => self::MILLISECONDS, CURLOPT_NOSIGNAL => true, CURLOPT_PROTOCOLS => CURLPROTO_HTTP | CURLPROTO_HTTPS, CURLOPT_FOLLOWLOCATION => false,
            CURLOPT_WRITEFUNCTION => static function ($request, string $part) use (&$answer): int {
                $answer .= $part;

                return strlen($answer) <= self::BYTES ? strlen($part) : 0;
            },
        ] + ($isSocket ? [CURLOPT_UNIX_SOCKET_PATH => substr($this->rack, 5)] : []) + ($body === null ? [] : [CURLOPT_POSTFIELDS => $body, CURLOPT_HTTPHEADER => ['Content-Type: application/json']]));
        $isDone = curl_exec($request);
        $status = curl_getinfo($request, CURLINFO_RESPONSE_CODE);
        if ($isDone === false || $status === 0) {
            throw Refused::because('No rack of devices answers, so it is not known which are there. bin/start starts the one that ships; HAFENBUCH_RACK names another.');
        }
        if ($status >= 300) {
            $told = json_decode($answer, true, 4);

            throw Refused::because(is_array($told) && is_string($told['problem'] ?? null) ? mb_strimwidth($told['problem'], 0, 300, '…') : "The rack of devices answered {$status}.");
        }

        return $answer;
    }
}
