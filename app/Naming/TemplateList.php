<?php

declare(strict_types=1);

namespace App\Naming;

use App\Drafts\WorkingContent;
use App\Models\Document;
use App\Models\User;
use App\Models\Workspace;
use App\Support\Refused;
use App\Workspace\Reading\Formats;
use App\Workspace\Settings;
use Hafenbuch\Core\Charset\UnsayableText;
use Hafenbuch\Core\Format\Binary;
use Hafenbuch\Core\Format\Format;
use Hafenbuch\Core\Format\FormatRegistry;
use Hafenbuch\Core\Format\Rewriter;
use Hafenbuch\Core\Naming\FileName;
use Hafenbuch\Core\Path\Path;
use Hafenbuch\Core\Reference\PathMap;
use Hafenbuch\Core\Reference\Resolver;
use Hafenbuch\Core\Template\Placeholders;
use Hafenbuch\Core\Template\TemplateCheck;
use Hafenbuch\Core\Write\UnableToRead;

/** The templates of a workspace, and what new documents begin with. */
final readonly class TemplateList
{
    public function __construct(private FormatRegistry $formats, private WorkingContent $working) {}

    /** @return list<Template> the workspace's own first */
    public function of(Workspace $workspace): array
    {
        return [...$this->own($workspace), ...$this->builtIn()];
    }

    /**
     * The content of a new document.
     *
     * @param  ?string  $template  an id of the list, or of any document; null: what the format begins with
     * @param  array{title: string, number?: string}  $values
     * @param  string  $today  as YYYY-MM-DD, where the person is
     *
     * @throws Refused
     */
    public function content(Workspace $workspace, string $path, ?string $template, array $values, User $person, string $today): string
    {
        $values += ['number' => '', 'date' => $today, 'person' => $person->name];
        if ($template === null || str_starts_with($template, 'blank:')) {
            return $this->formats->forPath($path)?->blank($values['title']) ?? '';
        }
        if (str_starts_with($template, 'ours:')) {
            $file = resource_path('templates/'.basename(substr($template, 5)));
            $bytes = is_file($file) ? (string) file_get_contents($file) : throw Refused::because('This template is not there any more. Choose another.');
        } else {
            $document = Document::query()->kept()->where('workspace_id', $workspace->id)->find($template)
                ?? throw Refused::because('This template is not in the workspace any more. Choose another.');
            $bytes = $this->working->bytes($document);
            $obstacle = TemplateCheck::obstacle(Formats::of($document->workspace), $document->path, $bytes);
            if ($obstacle !== null) {
                throw Refused::because("{$document->path} cannot be a template. {$obstacle}");
            }
            $bytes = (new Rewriter(Formats::of($workspace), new Resolver($workspace->root)))->rewrite($bytes, $document->path, $path, PathMap::of([$document->path => $path]));
        }

        return $this->filled($workspace, $path, $bytes, $values);
    }

    /**
     * @param  array<string, string>  $values
     *
     * @throws Refused
     */
    private function filled(Workspace $workspace, string $path, string $bytes, array $values): string
    {
        $coded = Formats::of($workspace)->coded($path, $bytes);
        $text = Placeholders::fill($coded->text ?? $bytes, $this->formats->forPath($path), $values);

        return $coded === null ? $text : $coded->charset->encode($text) ?? throw Refused::because(UnsayableText::in($coded->charset, $text)->getMessage());
    }

    /** @return list<Template> */
    private function own(Workspace $workspace): array
    {
        $folder = Settings::of($workspace)->templates();
        if ($folder === null || $folder === '') {
            return [];
        }
        $found = Document::query()->kept()->with('draft')->where('workspace_id', $workspace->id)->where('is_gone', false)
            ->where('path', 'like', addcslashes($folder, '%_\\').'/%')->orderBy('path')->get();
        $templates = [];
        foreach ($found as $document) {
            $document->setRelation('workspace', $workspace);
            $file = FileName::of(Path::nameOf($document->path));
            $templates[] = new Template($document->id, $document->format, $file->stem, $file->ending, false, $this->obstacle($document));
        }

        return $templates;
    }

    private function obstacle(Document $document): ?string
    {
        try {
            return TemplateCheck::obstacle(Formats::of($document->workspace), $document->path, $this->working->bytes($document));
        } catch (UnableToRead $failure) {
            return $failure->getMessage();
        }
    }

    /** @return list<Template> */
    private function builtIn(): array
    {
        $templates = [];
        foreach (glob(resource_path('templates/*')) ?: [] as $file) {
            $name = FileName::of(basename($file));
            $templates[] = new Template('ours:'.basename($file), $this->formats->nameFor(basename($file)), ucfirst(strtr($name->stem, '-', ' ')), $name->ending, true);
        }
        foreach (array_filter($this->formats->formats, static fn (Format $format): bool => ! $format instanceof Binary) as $format) {
            $ending = $format->endings()[0];
            $templates[] = new Template("blank:{$ending}", $format->name(), 'Empty', str_contains($ending, '.') ? $ending : ".{$ending}", true);
        }

        return $templates;
    }
}
