<?php

declare(strict_types=1);

namespace Hafenbuch\Core\History;

use Hafenbuch\Core\Format\FormatRegistry;
use Hafenbuch\Core\Format\Rewriter;
use Hafenbuch\Core\Reference\PathMap;
use Hafenbuch\Core\Reference\Resolver;
use Hafenbuch\Core\Reference\TargetKind;
use Hafenbuch\Core\Reference\UnwritableValue;

/** Finds a document with all below it as it was, for the places where its parts are now. */
final readonly class AsOf
{
    public function __construct(private Past $past, private FormatRegistry $formats, private Resolver $resolver) {}

    /** @return list<AsOfRow> the document first, then what it referred to, level by level; none if it had no file then */
    public function rows(string $documentId): array
    {
        $states = $this->below($documentId);
        $paths = $leads = [];
        foreach ($states as $id => $state) {
            $paths[$id] = $this->past->pathNow($id) ?? $this->past->pathForReturn($state->path);
            if ($paths[$id] !== $state->path) {
                $leads[$state->path] = $paths[$id];
            }
        }
        $rows = [];
        foreach ($states as $id => $state) {
            $rows[] = $this->row((string) $id, $state, $paths[$id], PathMap::of($leads));
        }

        return $rows;
    }

    /** @return array<string, PastState> by document, each once */
    private function below(string $documentId): array
    {
        $states = [];
        $queue = [$documentId];
        while ($queue !== []) {
            $id = array_shift($queue);
            $state = isset($states[$id]) ? null : $this->past->state($id);
            if ($state !== null) {
                $states[$id] = $state;
                array_push($queue, ...$this->targets($state));
            }
        }

        return $states;
    }

    /** @return list<string> ids of the documents that a content referred to */
    private function targets(PastState $state): array
    {
        if (! $this->isRead($state)) {
            return [];
        }
        $reading = $this->formats->read($state->path, $this->past->content($state->hash));
        $ids = [];
        foreach ($reading->references as $site) {
            $target = $this->resolver->resolve($state->path, $site->raw, $site->style, $reading->base);
            $id = $target->kind === TargetKind::File && $target->path !== null ? $this->past->documentAt($target->path) : null;
            if ($id !== null) {
                $ids[$id] = $id;
            }
        }

        return array_values($ids);
    }

    private function isRead(PastState $state): bool
    {
        return $this->formats->forPath($state->path) !== null && $this->past->has($state->hash);
    }

    private function row(string $id, PastState $state, string $path, PathMap $leads): AsOfRow
    {
        $isThere = $this->past->pathNow($id) !== null;
        $now = $this->past->hashNow($id);
        if (! $this->past->has($state->hash)) {
            // A content that the document still has need not be kept twice.
            return $isThere && $now === $state->hash
                ? new AsOfRow($id, AsOfKind::Fits, $state->path, $path)
                : new AsOfRow($id, AsOfKind::Lost, $state->path, $path, why: 'its content of then is not kept any more: the version was thinned out, or the file changed before Hafenbuch had kept it');
        }
        $hash = $state->hash;
        $rewritten = null;
        if ($this->isRead($state)) {
            try {
                $content = $this->past->content($hash);
                $bytes = (new Rewriter($this->formats, $this->resolver))->rewrite($content, $state->path, $path, $leads);
            } catch (UnwritableValue $failure) {
                return new AsOfRow($id, AsOfKind::Lost, $state->path, $path, why: "its references cannot be written for where the documents are now: {$failure->getMessage()}");
            }
            if ($bytes !== $content) {
                $rewritten = $bytes;
                $hash = hash('sha256', $bytes);
            }
        }

        return match (true) {
            ! $isThere => new AsOfRow($id, AsOfKind::ComesBack, $state->path, $path, $hash, $rewritten),
            $hash === $now => new AsOfRow($id, AsOfKind::Fits, $state->path, $path),
            default => new AsOfRow($id, AsOfKind::Changes, $state->path, $path, $hash, $rewritten),
        };
    }
}
