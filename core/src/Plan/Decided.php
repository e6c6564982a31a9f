<?php

declare(strict_types=1);

namespace Hafenbuch\Core\Plan;

/** What choices mean: the decisions that a plan is made of, and what such an act is called. */
final readonly class Decided
{
    /** @param array<string, Decision> $decisions by document id */
    public function __construct(public array $decisions, public Act $act) {}

    /** @return array<string, list<string>> by document id: the documents that follow it to its new name */
    public function followers(): array
    {
        return array_map(
            static fn (Decision $decision): array => $decision->followers,
            array_filter($this->decisions, static fn (Decision $decision): bool => $decision->kind === DecisionKind::SaveAs),
        );
    }
}
