<?php

declare(strict_types=1);

namespace App\Console;

use App\Console\Crates\CheckCrate;
use App\Console\Crates\ListCrates;
use App\Console\Crates\PackCrate;
use App\Console\Crates\TakeCrateIn;
use App\Console\Devices\ReplaceDevice;
use App\Console\Devices\ShowDevices;
use App\Console\Finding\FindDocuments;
use App\Console\Finding\ReplaceText;
use App\Console\People\AddToken;
use App\Console\People\AddUser;
use App\Console\People\AddWorkspace;
use App\Console\People\DisableUser;
use App\Console\People\RemoveWorkspace;
use App\Console\People\RevokeToken;
use App\Console\People\SetPassword;
use App\Console\People\ShowFirstCode;
use App\Console\People\WorkspaceMembers;
use App\Console\Relink\Relink;
use App\Console\Relink\ShowStrays;
use App\Console\Relink\ShowUnused;
use App\Console\Relink\TakeFilesIn;
use App\Console\Sessions\CompareSessions;
use App\Console\Sessions\DeleteSession;
use App\Console\Sessions\ExportOneSession;
use App\Console\Sessions\ImportOneSession;
use App\Console\Sessions\KeepSession;
use App\Console\Sessions\ListSessions;
use App\Console\Sessions\OpenSession;
use App\Console\Sessions\ShareSession;
use App\Console\Sessions\ShowSession;
use App\Saving\PlanBlocked;
use App\Saving\PlanChanged;
use App\Saving\WrittenMeanwhile;
use App\Support\DatabaseTrouble;
use App\Support\Refused;
use Hafenbuch\Core\Path\InvalidPath;
use Hafenbuch\Core\Write\FileChanged;
use Hafenbuch\Core\Write\Stopped;
use Hafenbuch\Core\Write\UnableToRead;
use Hafenbuch\Core\Write\UnableToTakeBack;
use Hafenbuch\Core\Write\UnableToWrite;
use Illuminate\Contracts\Foundation\Application;
use Symfony\Component\Console\Application as Console;
use Symfony\Component\Console\Exception\ExceptionInterface as WrongUsage;
use Symfony\Component\Console\Input\ArgvInput;
use Symfony\Component\Console\Output\ConsoleOutput;

/** bin/hafenbuch: its commands and its exit codes. */
final class CommandLine
{
    public const DONE = 0;

    public const REFUSED = 1;

    public const WRONG_USAGE = 2;

    /** @var list<class-string<HafenbuchCommand>> */
    public const COMMANDS = [
        ScanFiles::class, ShowStatus::class, ShowReferences::class, ShowPartlyRead::class, FindDocuments::class, ReplaceText::class, WriteDraft::class, DiscardDraft::class,
        MakePlan::class, Save::class, ShowLog::class, Undo::class, Recover::class,
        ShowQuay::class, KeepSession::class, ListSessions::class, ShowSession::class, OpenSession::class, CompareSessions::class, ExportOneSession::class, ImportOneSession::class, ShareSession::class, DeleteSession::class,
        ShowStrays::class, Relink::class, TakeFilesIn::class, ShowUnused::class, ShowDevices::class, ReplaceDevice::class,
        PackCrate::class, CheckCrate::class, ListCrates::class, TakeCrateIn::class,
        AddUser::class, SetPassword::class, DisableUser::class, AddWorkspace::class, WorkspaceMembers::class, RemoveWorkspace::class, AddToken::class, RevokeToken::class, ShowFirstCode::class,
        CheckContents::class, ThinVersions::class, MoveWorkspace::class, Backup::class, CheckBackups::class, Restore::class,
    ];

    /** @param list<string> $arguments as PHP gives them */
    public static function run(Application $app, array $arguments): int
    {
        $console = new Console('Hafenbuch');
        $console->setCatchExceptions(false);
        $console->setAutoExit(false);
        foreach (self::COMMANDS as $class) {
            $command = $app->make($class);
            $command->setLaravel($app);
            $console->add($command);
        }
        // A lone dash would be taken for an argument where it stands apart from its option.
        foreach (['--from', '--password-from'] as $option) {
            $dash = array_search($option, $arguments, true);
            if ($dash !== false && ($arguments[(int) $dash + 1] ?? null) === '-') {
                array_splice($arguments, (int) $dash, 2, ["{$option}=-"]);
            }
        }
        $output = new ConsoleOutput;
        $wantsJson = in_array('--json', $arguments, true);
        try {
            return $console->run(new ArgvInput($arguments), $output);
        } catch (WrongUsage $wrong) {
            return self::answer($output, $wrong->getMessage(), self::WRONG_USAGE, false);
        } catch (PlanChanged|PlanBlocked $refused) {
            $plan = $refused instanceof PlanChanged ? $refused->now : $refused->plan;

            return self::answer($output, $refused->getMessage(), self::REFUSED, $wantsJson, ['plan' => Shapes::plan($plan)]);
        } catch (Refused|InvalidPath|FileChanged|UnableToRead|UnableToWrite|Stopped $refused) {
            return self::answer($output, $refused->getMessage(), self::REFUSED, $wantsJson);
        } catch (WrittenMeanwhile|UnableToTakeBack $unfinished) {
            report($unfinished);

            return self::answer($output, $unfinished->getMessage(), self::REFUSED, $wantsJson);
        } catch (\PDOException $failure) {
            report($failure);
            $isRunning = DatabaseTrouble::isAway($failure) ? ' Is Hafenbuch running (bin/start)?' : '';

            return self::answer($output, DatabaseTrouble::words($failure).$isRunning, self::REFUSED, $wantsJson);
        }
    }

    /** @param array<string, mixed> $more */
    private static function answer(ConsoleOutput $output, string $message, int $code, bool $json, array $more = []): int
    {
        $output->getErrorOutput()->writeln($message, ConsoleOutput::OUTPUT_RAW);
        if ($json) {
            $output->writeln(Shapes::json(['refused' => $message, ...$more]), ConsoleOutput::OUTPUT_RAW);
        }

        return $code;
    }
}
