<?php

declare(strict_types=1);

namespace Tests\Support;

use Illuminate\Foundation\Testing\TestCase;

/** Runs the application on the test database. A workspace lock is a second connection, so nothing is wrapped in a transaction; each test makes its own people and workspaces. */
abstract class ApplicationTestCase extends TestCase
{
    protected function setUp(): void
    {
        if (! str_ends_with((string) getenv('HAFENBUCH_HOME'), '/.var/test')) {
            $this->markTestSkipped('Run these tests through bin/test, which gives them a database of their own.');
        }
        parent::setUp();
        $this->withHeader('Accept', 'application/json');
    }

    protected function tearDown(): void
    {
        // Each test has an application of its own; until that is collected, its connections would stay.
        if ($this->app !== null) {
            foreach (array_keys($this->app->make('db')->getConnections()) as $name) {
                $this->app->make('db')->purge($name);
            }
        }
        parent::tearDown();
    }

    /** Requests as the pages make them: of the same origin, with a session and its token against forgery. */
    protected function asPage(): static
    {
        return $this->withSession(['_token' => 'token'])->withHeaders(['Referer' => config('app.url').'/', 'X-CSRF-TOKEN' => 'token']);
    }
}
