<?php

declare(strict_types=1);

namespace App\Setup;

use Illuminate\Console\Command;
use OpenApi\Annotations as OA;
use OpenApi\Generator;

/** Writes the API's contract from the attributes of the controllers and their data. */
final class WriteOpenApi extends Command
{
    protected $signature = 'hafenbuch:openapi';

    protected $description = 'Write resources/openapi.json';

    public function handle(): int
    {
        $api = Generator::scan([app_path()], ['validate' => false]) ?? throw new \LogicException('No attributes were found.');
        $this->requireEveryProperty($api);
        $this->describePathParameters($api);
        $api->validate();
        $json = $api->toJson();
        if (! is_file(resource_path('openapi.json')) || file_get_contents(resource_path('openapi.json')) !== $json) {
            file_put_contents(resource_path('openapi.json'), $json);
        }

        return self::SUCCESS;
    }

    /** Our data always have all their properties; one that is not known is null. */
    private function requireEveryProperty(OA\OpenApi $api): void
    {
        foreach ($api->components->schemas as $schema) {
            if ($schema->schema !== 'Decision' && is_array($schema->properties)) {
                $schema->required = array_map(static fn (OA\Property $property): string => $property->property, $schema->properties);
            }
        }
    }

    private function describePathParameters(OA\OpenApi $api): void
    {
        foreach ($api->paths as $path) {
            preg_match_all('~\{(\w+)\}~', $path->path, $names);
            $parameters = array_map(static fn (string $name): OA\PathParameter => new OA\PathParameter(['name' => $name, 'required' => true, 'schema' => new OA\Schema(['type' => 'string'])]), $names[1]);
            if ($parameters !== []) {
                $path->parameters = $parameters;
            }
        }
    }
}
