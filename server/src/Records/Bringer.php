<?php

declare(strict_types=1);

namespace WetCradle\Server\Records;

use Symfony\Component\DependencyInjection\Attribute\AutoconfigureTag;
use WetCradle\Core\Records\Cells;
use WetCradle\Core\Records\Kind;
use WetCradle\Core\Refused;

/** Makes what the rows of a table say, by the same doors through which it is entered by hand. */
#[AutoconfigureTag(self::class)]
interface Bringer
{
    public function kind(): Kind;

    /**
     * Names that are there, by the field whose cells mean one of them.
     *
     * @return array<string, array<array-key, string>> by field and key
     */
    public function known(): array;

    /** @return list<string> fields whose cells may also name what is not there yet */
    public function mayBeNew(): array;

    /**
     * Reads one row; writes nothing before what it hands back is called.
     *
     * @return array{claims: array<string, string>, says: string, make: callable(): object} by field, what no other row may say too; what
     *                                                                                      it comes to; how it is made
     *
     * @throws Refused for the field that is wrong
     */
    public function read(Cells $cells, Meant $meant, BroughtIn $from, int $line): array;
}
