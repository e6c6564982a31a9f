<?php

declare(strict_types=1);

namespace App\Setup;

use App\Http\OpenApi\ProblemDetails;
use Hafenbuch\Core\Format\Binary;
use Hafenbuch\Core\Format\Format;
use Hafenbuch\Core\Format\FormatRegistry;
use Illuminate\Console\Command;
use OpenApi\Annotations as OA;
use OpenApi\Generator;

/** Writes the API's contract from the attributes of the controllers and their data. */
final class WriteOpenApi extends Command
{
    protected $signature = 'hafenbuch:openapi';

    protected $description = 'Write resources/openapi.json, and the languages of the formats';

    /** Parts of addresses that are numbers. */
    private const NUMBERS = ['session', 'second', 'item', 'view', 'crate'];

    public function handle(): int
    {
        $api = Generator::scan([app_path()], ['validate' => false]) ?? throw new \LogicException('No attributes were found.');
        $this->requireEveryProperty($api);
        $this->describePathParameters($api);
        $this->describeProblems($api);
        $api->validate();
        $json = $api->toJson();
        if (! is_file(resource_path('openapi.json')) || file_get_contents(resource_path('openapi.json')) !== $json) {
            file_put_contents(resource_path('openapi.json'), $json);
        }
        // As nginx sends it to whoever takes that.
        if (! is_file(resource_path('openapi.json.gz')) || filemtime(resource_path('openapi.json.gz')) < filemtime(resource_path('openapi.json'))) {
            file_put_contents(resource_path('openapi.json.gz'), (string) gzencode($json, 9));
        }

        $this->writeLanguages();

        return self::SUCCESS;
    }

    /** In which language each kind of file is written, so that the pages' editor need not know formats. */
    private function writeLanguages(): void
    {
        $languages = [];
        foreach (array_filter(FormatRegistry::standard()->formats, static fn (Format $format): bool => ! $format instanceof Binary) as $format) {
            $languages += array_fill_keys($format->endings(), $format->language()->value);
        }
        ksort($languages);
        file_put_contents(resource_path('js/api/languages.json'), json_encode($languages, JSON_PRETTY_PRINT | JSON_THROW_ON_ERROR)."\n");
    }

    /** Our data always have all their properties; one that is not known is null. */
    private function requireEveryProperty(OA\OpenApi $api): void
    {
        foreach ($api->components->schemas as $schema) {
            if (! in_array($schema->schema, ['Decision', 'OpenDecision', 'Choice', 'Problem', 'Wish', 'RelinkWish', 'TakeInWish', 'PackWish', 'ComingWish', 'SomePreferences', 'LookSettings', 'PictureAspect'], true) && is_array($schema->properties)) {
                $schema->required = array_map(static fn (OA\Property $property): string => $property->property, $schema->properties);
            }
        }
    }

    /** Every failure looks alike, so what can come is said here and not at each address. */
    private function describeProblems(OA\OpenApi $api): void
    {
        foreach ($api->paths as $path) {
            foreach (array_filter([$path->get, $path->put, $path->post, $path->delete, $path->patch], static fn (mixed $operation): bool => $operation instanceof OA\Operation) as $operation) {
                $answers = is_array($operation->responses) ? $operation->responses : [];
                $known = array_map(static fn (OA\Response $answer): int => (int) $answer->response, $answers);
                foreach (array_diff($this->problemsOf($path->path, $operation), $known) as $status) {
                    $answers[] = new OA\Response(['response' => $status, 'description' => ProblemDetails::MEANINGS[$status]]);
                }
                foreach ($answers as $answer) {
                    if ((int) $answer->response >= 400) {
                        $answer->content = [ProblemDetails::MEDIA_TYPE => new OA\MediaType(['mediaType' => ProblemDetails::MEDIA_TYPE, 'schema' => new OA\Schema(['ref' => ProblemDetails::REF])])];
                    }
                }
                $operation->responses = $answers;
            }
        }
    }

    /** @return list<int> the statuses of failures that an address can answer with */
    private function problemsOf(string $path, OA\Operation $operation): array
    {
        $names = is_array($operation->parameters) ? array_map(static fn (OA\Parameter $parameter): string => $parameter->name, $operation->parameters) : [];
        $isWrite = ! $operation instanceof OA\Get;

        return [
            ...($path === '/session' && $isWrite ? [429] : [401]),
            ...(str_contains($path, '{') ? [404] : []),
            ...($isWrite || $names !== [] ? [422] : []),
            ...(in_array('If-Match', $names, true) ? [412, 423, 428] : []),
            ...($isWrite ? [507] : []),
            503,
        ];
    }

    private function describePathParameters(OA\OpenApi $api): void
    {
        foreach ($api->paths as $path) {
            preg_match_all('~\{(\w+)\}~', $path->path, $names);
            $parameters = array_map(static fn (string $name): OA\PathParameter => new OA\PathParameter(['name' => $name, 'required' => true, 'schema' => new OA\Schema(['type' => in_array($name, self::NUMBERS, true) ? 'integer' : 'string'])]), $names[1]);
            if ($parameters !== []) {
                $path->parameters = $parameters;
            }
        }
    }
}
