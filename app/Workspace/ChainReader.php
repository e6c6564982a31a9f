<?php

declare(strict_types=1);

namespace App\Workspace;

use Hafenbuch\Core\Release\Chain;
use Hafenbuch\Core\Release\InvalidChain;
use Hafenbuch\Core\Release\ReleaseState;
use Hafenbuch\Core\Release\Scheme;

/** A chain of states, as the settings and requests have it. */
final class ChainReader
{
    /**
     * @param  ?array{scheme: string, states: list<array{name: string, isKeepers: bool, isWritten: bool, isReleased: bool}>}  $kept  null: the one that ships
     *
     * @throws InvalidChain
     */
    public static function chain(?array $kept): Chain
    {
        return $kept === null ? Chain::standard() : Chain::of(
            array_map(static fn (array $state): ReleaseState => new ReleaseState($state['name'], (bool) $state['isKeepers'], (bool) $state['isWritten'], (bool) $state['isReleased']), array_values($kept['states'])),
            Scheme::from($kept['scheme']),
        );
    }

    /** @return array{scheme: string, states: list<array{name: string, isKeepers: bool, isWritten: bool, isReleased: bool}>} */
    public static function write(Chain $chain): array
    {
        return ['scheme' => $chain->scheme->value, 'states' => array_map(static fn (ReleaseState $state): array => ['name' => $state->name, 'isKeepers' => $state->isKeepers, 'isWritten' => $state->isWritten, 'isReleased' => $state->isReleased], $chain->states)];
    }

    /** @return array<string, mixed> for a request’s validation */
    public static function rules(string $at): array
    {
        return [
            $at => 'array:scheme,states', "{$at}.scheme" => "required_with:{$at}|in:letters,numbers", "{$at}.states" => "required_with:{$at}|array|min:1|max:".Chain::MOST_STATES,
            "{$at}.states.*.name" => 'required|string|max:200', "{$at}.states.*.isKeepers" => 'required|boolean', "{$at}.states.*.isWritten" => 'required|boolean', "{$at}.states.*.isReleased" => 'required|boolean',
        ];
    }
}
