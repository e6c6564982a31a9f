<?php

declare(strict_types=1);

namespace App\Devices\Rack;

/** A simulated device. */
final readonly class StandIn
{
    private function __construct(public string $kind, public string $name, public bool $hasPicture) {}

    /** @return list<self> */
    public static function all(): array
    {
        return [
            new self('camera', 'bridge', true), new self('camera', 'spare', true), new self('microphone', 'gauge-room', false), new self('microphone', 'spare', false),
            new self('lamp-desk', 'hall', false), new self('depth-sounder', 'pier', false),
        ];
    }

    public static function named(string $kind, string $name): ?self
    {
        foreach (self::all() as $one) {
            if ($one->kind === $kind && $one->name === $name) {
                return $one;
            }
        }

        return null;
    }

    public function address(): string
    {
        return "device:{$this->kind}/{$this->name}";
    }

    /** What it measures now, from 0 to 1: each by its own slow wave. */
    public function level(float $now): float
    {
        $phase = crc32($this->address()) % 628 / 100;

        return round(0.5 + 0.35 * sin($now / 3 + $phase) + 0.12 * sin($now * 2.7 + $phase), 3);
    }

    /** A test picture as SVG: bars, the name, and a hand that turns with the seconds. */
    public function picture(float $now): string
    {
        $bars = '';
        foreach (['#17303A', '#3B6470', '#8FB4B8', '#DCE9E8', '#F7F4EC', '#D8D0BD', '#8A6420', '#4A3512'] as $number => $colour) {
            $bars .= '<rect x="'.($number * 40).'" width="40" height="180" fill="'.$colour.'"/>';
        }
        $angle = round(fmod($now, 60) * 6, 1);
        $name = htmlspecialchars("{$this->kind} / {$this->name}", ENT_XML1);

        return '<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 320 180" width="320" height="180">'.$bars
            .'<circle cx="160" cy="90" r="46" fill="#F7F4EC" stroke="#17303A" stroke-width="3"/><path d="M160 90V52" stroke="#17303A" stroke-width="4" stroke-linecap="round" transform="rotate('.$angle.' 160 90)"/>'
            .'<rect y="152" width="320" height="28" fill="#17303A"/><text x="10" y="171" font-family="sans-serif" font-size="15" fill="#F7F4EC">'.$name.'</text></svg>';
    }
}
