<?php

declare(strict_types=1);

namespace WetCradle\Core\Compute;

/** Goes along with a long computation: is told how far it is, and may end it. */
interface Going
{
    /**
     * @param float $share of the whole that is done, 0 to 1
     *
     * @return bool whether it is to go on; what can be stopped with what it has found so far stops, all else is refused as stopped
     */
    public function on(float $share): bool;
}
