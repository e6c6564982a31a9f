<?php

declare(strict_types=1);

namespace Tests\Bench;

use App\Models\Document;
use App\Models\User;
use App\Models\Workspace;
use Illuminate\Contracts\Http\Kernel;
use Illuminate\Http\Request;

/** Asks the API as a person’s program does, without the web server around it. */
final class Questions
{
    private string $token;

    public function __construct(public readonly Workspace $workspace, private readonly User $person)
    {
        $this->token = $person->createToken('bench')->plainTextToken;
    }

    /** @param array<string, mixed>|null $body */
    public function ask(string $method, string $path, ?array $body = null, ?int $revision = null): string
    {
        $request = Request::create("/api/workspaces/{$this->workspace->slug}{$path}", $method, server: [
            'HTTP_ACCEPT' => 'application/json', 'HTTP_AUTHORIZATION' => "Bearer {$this->token}", 'CONTENT_TYPE' => 'application/json',
            ...($revision === null ? [] : ['HTTP_IF_MATCH' => "\"{$revision}\""]),
        ], content: $body === null ? null : json_encode($body, JSON_THROW_ON_ERROR));
        app('auth')->forgetGuards();
        $response = app(Kernel::class)->handle($request);
        $content = (string) $response->getContent();
        if ($response->getStatusCode() >= 400) {
            throw new \RuntimeException("{$method} {$path}: {$response->getStatusCode()} ".substr($content, 0, 300));
        }

        return $content;
    }

    public function document(string $path): Document
    {
        return Document::query()->where('workspace_id', $this->workspace->id)->where('path', $path)->firstOrFail();
    }
}
