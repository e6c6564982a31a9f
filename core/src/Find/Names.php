<?php

declare(strict_types=1);

namespace Hafenbuch\Core\Find;

/** What can be named in a query of one workspace. Each answers null where nothing is called so. */
interface Names
{
    /** A format, or an ending such as `wav`. */
    public function kind(string $words): ?string;

    /** The path of a folder. */
    public function folder(string $words): ?string;

    /** A person’s number, by their whole name or the first part of it. */
    public function person(string $words): ?string;

    /** The path of a document, by its path or its name. */
    public function document(string $words): ?string;

    /** One of the states that the workspace has for its documents. */
    public function state(string $words): ?string;

    /** @return list<string> the names of fields */
    public function fields(): array;
}
