<?php

declare(strict_types=1);

namespace Tests\Support;

use Facebook\WebDriver\Chrome\ChromeOptions;
use Facebook\WebDriver\Exception\ElementClickInterceptedException;
use Facebook\WebDriver\Exception\StaleElementReferenceException;
use Facebook\WebDriver\Exception\WebDriverException;
use Facebook\WebDriver\Remote\DesiredCapabilities;
use Facebook\WebDriver\Remote\RemoteWebDriver;
use Facebook\WebDriver\Remote\RemoteWebElement;
use Facebook\WebDriver\WebDriverBy;
use Facebook\WebDriver\WebDriverDimension;
use Facebook\WebDriver\WebDriverKeys;

use function PHPUnit\Framework\assertNotEmpty;

/** A headless Chromium, spoken to in the words of a person. */
final class Browser
{
    private const WAIT_SECONDS = 20;

    private readonly RemoteWebDriver $driver;

    private readonly string $url;

    /** Where it keeps what it knows; another browser with the same one is the same browser, started again. */
    public readonly string $folder;

    /** @var list<array{RemoteWebDriver, string}> browsers that nobody uses, with their folders; starting one takes seconds */
    private static array $idle = [];

    private readonly bool $isShared;

    private static int $users = 0;

    /** @param ?string $folder of a browser that is started again */
    public function __construct(?string $url = null, ?string $driver = null, ?string $folder = null)
    {
        $this->isShared = $driver === null && $folder === null;
        if ($this->isShared && self::$idle !== []) {
            [$this->driver, $this->folder] = array_pop(self::$idle);
            $this->url = $url ?? Server::get()->urlFor('user-'.++self::$users);

            return;
        }
        $this->folder = $folder ?? sys_get_temp_dir().'/hafenbuch-browser-'.bin2hex(random_bytes(6));
        // A name of its own is an origin of its own: no answer to an earlier page can leave its cookies or storage here.
        $this->url = $url ?? Server::get()->urlFor($folder === null ? 'user-'.++self::$users : basename($folder));
        $options = new ChromeOptions;
        $options->setBinary('/usr/bin/chromium');
        $options->addArguments([
            '--headless=new', '--no-sandbox', '--disable-gpu', '--disable-quic', '--no-first-run', '--disable-background-networking',
            '--disable-component-update', '--disable-sync', '--disable-dev-shm-usage', '--lang=en', '--window-size=1280,900',
            '--user-data-dir='.$this->folder,
        ]);
        $wanted = DesiredCapabilities::chrome();
        $wanted->setCapability(ChromeOptions::CAPABILITY, $options);
        $this->driver = RemoteWebDriver::create($driver ?? Server::get()->driver, $wanted, 30_000, 60_000);
        $chrome = (int) $this->driver->executeScript('return window.outerHeight - window.innerHeight');
        $this->driver->manage()->window()->setSize(new WebDriverDimension(1280, 800 + $chrome));
    }

    /** Leaves the page as a person does who closes the window. */
    public function close(): void
    {
        try {
            $this->offline(false);
            $this->driver->executeScript('if (location.protocol !== "about:") { sessionStorage.clear(); }');
            $this->devTools('Emulation.clearDeviceMetricsOverride', []);
            $this->driver->get('about:blank');
            usleep(100_000);
            if ($this->isShared) {
                $this->forget();

                return;
            }
        } catch (WebDriverException) {
            // It is dead already.
        }
        $this->driver->quit();
    }

    /** Is there for the next test. */
    private function forget(): void
    {
        $this->driver->manage()->getLog('browser');
        self::$idle[] = [$this->driver, $this->folder];
    }

    public static function quitIdle(): void
    {
        foreach (self::$idle as [$driver]) {
            $driver->quit();
        }
        self::$idle = [];
    }

    /** Ends the browser as a crash would: no page hears of it. */
    public function crash(): void
    {
        exec('pkill -KILL -f '.escapeshellarg($this->folder));
    }

    public function visit(string $path): self
    {
        $this->driver->get($this->url.$path);

        return $this;
    }

    /** Any address, also of a file. */
    public function open(string $address): self
    {
        $this->driver->get($address);

        return $this;
    }

    public function logIn(string $email, string $password = 'tidegauge'): self
    {
        $this->visit('/');
        $this->find('input[type=email]')->sendKeys($email);
        $this->find('input[type=password]')->sendKeys($password);
        $this->press('Log in');
        $this->find('nav[aria-label=Views]');

        return $this;
    }

    public function find(string $selector): RemoteWebElement
    {
        return $this->await(fn (): ?RemoteWebElement => $this->driver->findElements(WebDriverBy::cssSelector($selector))[0] ?? null, "an element {$selector}");
    }

    public function lacks(string $selector): self
    {
        $this->await(fn (): ?bool => $this->driver->findElements(WebDriverBy::cssSelector($selector)) === [] ?: null, "no element {$selector}");

        return $this;
    }

    public function press(string $words): self
    {
        $this->pressAny(sprintf('//*[self::button or self::a][contains(normalize-space(.), "%s")][not(@disabled)]', $words), "a button “{$words}”");

        return $this;
    }

    private function pressAny(string $xpath, string $what): void
    {
        $this->await(function () use ($xpath): ?bool {
            $found = $this->driver->findElements(WebDriverBy::xpath($xpath))[0] ?? null;
            $found?->click();

            return $found === null ? null : true;
        }, $what);
    }

    public function sees(string $words): self
    {
        $this->await(fn (): ?bool => str_contains($this->text(), $words) ?: null, "the words “{$words}”");

        return $this;
    }

    public function text(): string
    {
        return $this->driver->findElement(WebDriverBy::tagName('body'))->getText();
    }

    /** The words in the row of a document on the quay. */
    public function row(string $path): string
    {
        return $this->find("[role=row][data-path=\"{$path}\"]")->getText();
    }

    public function rowSays(string $path, string $words): self
    {
        $this->await(fn (): ?bool => str_contains($this->row($path), $words) ?: null, "the row of {$path} to say “{$words}”");

        return $this;
    }

    public function decide(string $path, string $kind): self
    {
        $button = ['leave' => 1, 'save' => 2, 'discard' => 3][$kind];
        $this->find("[role=row][data-path=\"{$path}\"] button:nth-of-type({$button})")->click();

        return $this;
    }

    /** Takes an action from the menu of a document's row. */
    public function menu(string $path, string $entry): self
    {
        $this->find("[role=row][data-path=\"{$path}\"] button[aria-label^=More]")->click();

        return $this->choose($entry);
    }

    /** An entry of the menu that is open. */
    public function choose(string $entry): self
    {
        $this->pressAny(sprintf('//*[@role="menuitem"][contains(normalize-space(.), "%s")]', $entry), "an entry “{$entry}” of the menu");

        return $this;
    }

    /** Ticks a box, or picks one of several, by its words. */
    public function tick(string $words): self
    {
        $this->pressAny(sprintf('//label[contains(normalize-space(.), "%s")]', $words), "something to choose, “{$words}”");

        return $this;
    }

    /** Replaces what a text field holds. */
    public function fill(string $label, string $text): self
    {
        // What lies on top comes last in the page.
        $xpath = sprintf('//label[contains(normalize-space(.), "%s")]/following::input[1] | //input[@aria-label="%s"]', $label, $label);
        $field = $this->await(fn (): ?RemoteWebElement => array_reverse($this->driver->findElements(WebDriverBy::xpath($xpath)))[0] ?? null, "a field “{$label}”");
        $field->sendKeys(WebDriverKeys::CONTROL.'a');
        $field->sendKeys($text);

        return $this;
    }

    /** Puts the focus on a document's row, which may be drawn anew just then. */
    public function at(string $path): self
    {
        $row = "document.querySelector('[role=row][data-path=".json_encode($path)."]')";
        $this->await(fn (): ?bool => $this->script("{$row}?.focus(); return {$row} !== null && {$row}.contains(document.activeElement)") ?: null, "the row of {$path} to have the focus");

        return $this;
    }

    /** Clicks into the editor until it has the focus: one that is being opened may be drawn anew under the pointer. */
    public function inEditor(): self
    {
        $this->await(function (): ?bool {
            ($this->driver->findElements(WebDriverBy::cssSelector('.cm-content'))[0] ?? null)?->click();

            return $this->script('return document.activeElement?.matches(".cm-content") ?? false') ?: null;
        }, 'the editor to have the focus');

        return $this;
    }

    /** Keys go to whatever has the focus. */
    public function keys(string ...$keys): self
    {
        $this->driver->switchTo()->activeElement()->sendKeys($keys);

        return $this;
    }

    /** Takes the network away from the page, and gives it back. */
    public function offline(bool $isOffline): self
    {
        return $this->network($isOffline, 0);
    }

    /** Has every answer come so much later. */
    public function slow(int $milliseconds): self
    {
        return $this->network(false, $milliseconds);
    }

    private function network(bool $isOffline, int $latency): self
    {
        $this->driver->executeCustomCommand('/session/:sessionId/chromium/network_conditions', 'POST', [
            'network_conditions' => ['offline' => $isOffline, 'latency' => $latency, 'download_throughput' => -1, 'upload_throughput' => -1],
        ]);

        return $this;
    }

    public function script(string $script, mixed ...$arguments): mixed
    {
        return $this->driver->executeScript($script, $arguments);
    }

    /**
     * A script that calls its last argument when it is done.
     *
     * @param  int  $slowDown  by how much the processor is slower meanwhile
     */
    public function scriptAsync(string $script, int $slowDown = 1): mixed
    {
        $this->devTools('Emulation.setCPUThrottlingRate', ['rate' => $slowDown]);
        try {
            return $this->driver->executeAsyncScript($script);
        } finally {
            $this->devTools('Emulation.setCPUThrottlingRate', ['rate' => 1]);
        }
    }

    /** Pixels of the page, as on a screen of that size, and two frames to draw it anew. */
    public function sized(int $width, int $height): self
    {
        $this->devTools('Emulation.setDeviceMetricsOverride', ['width' => $width, 'height' => $height, 'deviceScaleFactor' => 1, 'mobile' => false]);
        $this->scriptAsync('const done = arguments[arguments.length - 1]; requestAnimationFrame(() => requestAnimationFrame(() => setTimeout(done, 60)));');

        return $this;
    }

    /** What each page does first from now on, before anything of its own. */
    public function atEachBeginning(string $script): self
    {
        $this->devTools('Page.addScriptToEvaluateOnNewDocument', ['source' => $script]);

        return $this;
    }

    /** Forgets what it has loaded before. */
    public function clearCache(): self
    {
        $this->devTools('Network.clearBrowserCache', []);

        return $this;
    }

    /** @param array<string, mixed> $parameters */
    private function devTools(string $command, array $parameters): void
    {
        $this->driver->executeCustomCommand('/session/:sessionId/goog/cdp/execute', 'POST', ['cmd' => $command, 'params' => (object) $parameters]);
    }

    public function address(): string
    {
        return (string) parse_url($this->driver->getCurrentURL(), PHP_URL_PATH);
    }

    public function picture(string $file): void
    {
        usleep(700_000);
        $this->driver->takeScreenshot($file);
    }

    /** Waits until the page has asked nothing of the server between several looks, but for the question whether there is news. */
    public function idle(): self
    {
        $count = 'return performance.getEntriesByType("resource").filter((one) => !one.name.includes("/pulse")).length';
        $before = -1;
        $same = 0;
        $this->await(function () use ($count, &$before, &$same): ?bool {
            $now = (int) $this->script($count);
            $same = $now === $before ? $same + 1 : 0;
            $before = $now;

            return $same >= 8 ?: null;
        }, 'the page to come to rest');

        return $this;
    }

    /** Waits until a script gives something that is true. */
    public function until(string $script): self
    {
        $this->await(fn (): ?bool => $this->script($script) ?: null, $script);

        return $this;
    }

    /**
     * What the browser itself notes is no fault of the page: answers that say no, and that it lets go, without asking, of a page nobody has touched.
     *
     * @return list<string> what the console holds of faults of ours
     */
    public function faults(): array
    {
        $entries = array_map(static fn (array $entry): string => (string) $entry['message'], $this->driver->manage()->getLog('browser'));

        return array_values(array_filter($entries, static fn (string $message): bool => preg_match("~/api/|favicon|Blocked attempt to show a 'beforeunload'~", $message) !== 1));
    }

    /**
     * @template T
     *
     * @param  callable(): ?T  $look
     * @return T
     */
    private function await(callable $look, string $what): mixed
    {
        $until = microtime(true) + self::WAIT_SECONDS;
        do {
            try {
                $found = $look();
                if ($found !== null) {
                    assertNotEmpty([$found]);

                    return $found;
                }
            } catch (StaleElementReferenceException|ElementClickInterceptedException) {
                // The page was drawn anew between two looks.
            }
            usleep(60_000);
        } while (microtime(true) < $until);

        throw new \RuntimeException("Waited in vain for {$what}. The page says:\n".$this->text());
    }
}
