<?php

declare(strict_types=1);

namespace WetCradle\Server\Account;

use Symfony\Component\PasswordHasher\Hasher\UserPasswordHasherInterface;
use WetCradle\Core\Compute\Fields;
use WetCradle\Core\Refused;

/** What a password must be, and passwords given for one time. */
final class Passwords
{
    public const SHORTEST = 12;
    private const LONGEST = 200;
    /** In small letters, one a line; from @zxcvbn-ts/language-common, MIT licence. */
    private const COMMON = __DIR__.'/../../data/common-passwords.txt';
    /** Without letters and digits that are taken for each other. */
    private const SIGNS = 'abcdefghjkmnpqrstuvwxyz23456789';

    public function __construct(private readonly UserPasswordHasherInterface $hasher)
    {
    }

    /**
     * A password as it was typed, to the last space.
     *
     * @throws Refused for that field
     */
    public function read(Fields $in, string $field = 'password'): string
    {
        $password = $in->verbatim($field, self::LONGEST);
        if (mb_strlen($password) < self::SHORTEST) {
            throw Refused::because(
                'too_short',
                $in->pathOf($field),
                sprintf('A password has at least %d characters; this one has %d.', self::SHORTEST, mb_strlen($password)),
            );
        }
        if (self::isCommon($password)) {
            throw Refused::because(
                'too_common',
                $in->pathOf($field),
                'Many people use that one, or one that is nearly it, and it would be among the first to be tried. '
                    .'Four words that have nothing to do with each other are better.',
            );
        }

        return $password;
    }

    public function keep(Account $account, string $password, bool $given = false): void
    {
        $account->passwordIs($this->hasher->hashPassword($account, $password), $given);
    }

    public function is(Account $account, string $password): bool
    {
        return $this->hasher->isPasswordValid($account, $password);
    }

    /** Read out over a telephone without mistakes: "k7rm-wq4h-t9cx-b3zn". */
    public function once(): string
    {
        $signs = array_map(static fn () => self::SIGNS[random_int(0, strlen(self::SIGNS) - 1)], range(1, 16));

        return implode('-', str_split(implode('', $signs), 4));
    }

    /** Whether it is among those that many use, written with capitals, signs or a year behind it, or twice, too. */
    private static function isCommon(string $password): bool
    {
        $plain = mb_strtolower(trim($password));
        $bare = (string) preg_replace('/^[\d\W_]+|[\d\W_]+$/u', '', $plain);
        $half = mb_substr($plain, 0, intdiv(mb_strlen($plain), 2));
        $list = (string) file_get_contents(self::COMMON);
        foreach ([$plain, $bare, $half.$half === $plain ? $half : ''] as $one) {
            if ($one !== '' && str_contains($list, "\n{$one}\n")) {
                return true;
            }
        }

        // One sign over and over, or a row of digits.
        return count(array_unique(mb_str_split($plain))) < 4 || preg_match('/^\d+$/', $plain) === 1;
    }
}
