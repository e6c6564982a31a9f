<?php

declare(strict_types=1);

namespace App\Support;

use Illuminate\Database\QueryException;
use Monolog\Formatter\JsonFormatter;
use Monolog\LogRecord;

/**
 * One event as one line of JSON: what happened, where, in which request. Never what a document or a person says: of a statement
 * that the database refused only the words are told and not the values.
 */
final class LogLine extends JsonFormatter
{
    private const WORDS = 2000;

    private const CALLS = 40;

    public function format(LogRecord $record): string
    {
        $failure = $record->context['exception'] ?? null;
        $line = [
            'at' => $record->datetime->format('Y-m-d\TH:i:s.vP'),
            'level' => strtolower($record->level->getName()),
            'message' => $failure instanceof \Throwable ? self::words($failure) : mb_substr($record->message, 0, self::WORDS),
            'request' => RequestNumber::current(),
            'process' => getmypid(),
        ];
        if ($failure instanceof \Throwable) {
            $line['causes'] = self::causes($failure);
        }

        return $this->toJson($line, true)."\n";
    }

    private static function words(\Throwable $failure): string
    {
        $words = $failure instanceof QueryException ? $failure->getPrevious()?->getMessage().' in: '.$failure->getSql() : $failure->getMessage();
        // What the database quotes of a value that it does not take.
        $words = preg_replace("~(value: |entry |near )'.*?'(?= for | at |$)~s", '$1…', $words) ?? '';

        return mb_substr($words, 0, self::WORDS);
    }

    /** @return list<array{class: string, message: string, calls: list<string>}> the failure and what it came from */
    private static function causes(\Throwable $failure): array
    {
        $causes = [];
        for ($one = $failure; $one !== null; $one = $one->getPrevious()) {
            $calls = array_map(
                static fn (array $call): string => ($call['class'] ?? '').($call['type'] ?? '').$call['function'].' '.self::place($call['file'] ?? '', $call['line'] ?? 0),
                array_slice($one->getTrace(), 0, self::CALLS),
            );
            $causes[] = ['class' => $one::class, 'message' => self::words($one), 'calls' => [self::place($one->getFile(), $one->getLine()), ...$calls]];
        }

        return $causes;
    }

    private static function place(string $file, int $line): string
    {
        return str_replace(base_path().'/', '', $file).":{$line}";
    }
}
