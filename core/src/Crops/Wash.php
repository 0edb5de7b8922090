<?php

declare(strict_types=1);

namespace WetCradle\Core\Crops;

/** Whether pieces are washed and dipped in a cleaning agent before they are stuck. */
enum Wash: string
{
    case Allowed = 'allowed';
    case Never = 'never';
    /** Whatever the house does, and a piece with roots too. */
    case Always = 'always';

    /**
     * Whether pieces are dipped: where the house dips its cuttings, those without roots; a piece with roots only where its sheet asks for it.
     *
     * @param bool $houseDips whether the house dips cuttings at all
     */
    public function isDipped(Method $method, bool $houseDips): bool
    {
        return $this === self::Always || ($this === self::Allowed && $houseDips && !$method->isRootedAlready());
    }
}
