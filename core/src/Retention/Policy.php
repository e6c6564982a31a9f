<?php

declare(strict_types=1);

namespace Hafenbuch\Core\Retention;

/** A workspace's rule, and other ones for some of its folders or kinds of document. */
final readonly class Policy
{
    /**
     * @param  array<string, Rule>  $folders  by workspace path; the innermost counts
     * @param  array<string, Rule>  $kinds  by format; a folder's rule comes first
     */
    public function __construct(public Rule $usual, public array $folders = [], public array $kinds = []) {}

    public function ruleFor(string $path, string $format): Rule
    {
        for ($slash = strrpos($path, '/'); $slash !== false; $slash = strrpos($path, '/')) {
            $path = substr($path, 0, $slash);
            if (isset($this->folders[$path])) {
                return $this->folders[$path];
            }
        }

        return $this->kinds[$format] ?? $this->usual;
    }
}
