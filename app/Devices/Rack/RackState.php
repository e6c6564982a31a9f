<?php

declare(strict_types=1);

namespace App\Devices\Rack;

/** Which stand-ins are switched off; kept in a file, so that a started rack is as it was. */
final readonly class RackState
{
    public function __construct(private string $file) {}

    public function isOn(StandIn $one): bool
    {
        return ! in_array($one->address(), $this->off(), true);
    }

    public function switch(StandIn $one, bool $isOn): void
    {
        $off = array_values(array_diff($this->off(), [$one->address()]));
        file_put_contents("{$this->file}.new", (string) json_encode($isOn ? $off : [...$off, $one->address()]));
        rename("{$this->file}.new", $this->file);
    }

    /** @return list<string> */
    private function off(): array
    {
        $off = json_decode((string) @file_get_contents($this->file), true);

        return is_array($off) ? array_values(array_filter($off, is_string(...))) : [];
    }
}
