<?php

declare(strict_types=1);

namespace App\People;

use App\Support\Refused;

/** Which passwords are taken. */
final class Passwords
{
    public const LEAST_CHARACTERS = 10;

    /** What bcrypt looks at. */
    public const MOST_BYTES = 72;

    /** Parts of names that are shorter are in too many good passwords. */
    private const PART_OF_NAME = 4;

    /**
     * @param  list<string>  $own  words that others know of the person: name, address, workspace
     *
     * @throws Refused
     */
    public static function check(string $password, array $own): void
    {
        if (mb_strlen($password) < self::LEAST_CHARACTERS || strlen($password) > self::MOST_BYTES) {
            throw Refused::because('The password must have at least '.self::LEAST_CHARACTERS.' characters and at most '.self::MOST_BYTES.' bytes. A sentence of four words is easy to remember.');
        }
        if (count(array_unique(mb_str_split($password))) < 5) {
            throw Refused::because('The password repeats a few characters. Choose one that is harder to guess.');
        }
        foreach ($own as $word) {
            foreach (preg_split('~[^\pL\pN]+~u', mb_strtolower($word)) ?: [] as $part) {
                if (mb_strlen($part) >= self::PART_OF_NAME && mb_strlen(str_replace($part, '', mb_strtolower($password))) < self::PART_OF_NAME) {
                    throw Refused::because("The password is little more than “{$part}”, which others know. Choose one that is harder to guess.");
                }
            }
        }
        if (self::isCommon($password)) {
            throw Refused::because('Many people use this password, or one that differs only in a few digits at its end, so it is among the first that are tried. Choose another one.');
        }
    }

    private static function isCommon(string $password): bool
    {
        $lower = mb_strtolower($password);
        $core = rtrim(strtr($lower, ['0' => 'o', '1' => 'l', '3' => 'e', '@' => 'a', '$' => 's', '5' => 's']), 'ol234567890!?.,;:*#-_ ');
        // What is left must be most of it: a common word in a long sentence is no common password.
        $wanted = array_fill_keys([$lower, rtrim($lower, '0123456789!?.,;:*#-_ '), mb_strlen($core) * 2 >= mb_strlen($lower) ? $core : $lower], true);
        foreach (file(resource_path('common-passwords.txt'), FILE_IGNORE_NEW_LINES) ?: [] as $common) {
            if (isset($wanted[$common])) {
                return true;
            }
        }

        return false;
    }
}
