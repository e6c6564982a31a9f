<?php

declare(strict_types=1);

namespace Hafenbuch\Core\TakeIn;

/** The rules of a workspace; the first that fits counts. */
final readonly class IncomingRules
{
    /** Where files go of which no rule says anything. */
    public const FOLDER = 'taken-in';

    /**
     * @param  list<IncomingRule>  $rules
     * @param  list<string>  $ours  folders whose files count as the workspace's own, absolute; they stay where they are
     */
    public function __construct(public array $rules = [], public array $ours = []) {}

    public function for(MediaKind $kind, string $path): IncomingRule
    {
        foreach ($this->ours as $folder) {
            if (str_starts_with($path, rtrim($folder, '/').'/')) {
                return new IncomingRule(staysInPlace: true);
            }
        }
        foreach ($this->rules as $rule) {
            if ($rule->fits($kind, $path)) {
                return $rule;
            }
        }

        return new IncomingRule(folder: self::FOLDER);
    }
}
