<?php

declare(strict_types=1);

namespace WetCradle\Core\Stock;

use WetCradle\Core\Refused;

/** What one stock block can give for a batch: its plants' cap at one take, less what other takes around that day claim. */
final class BlockOffer
{
    private function __construct(public readonly int $canGive, public readonly int $claimed, public readonly int $asked)
    {
    }

    /**
     * @param int $plants        stock plants in the block
     * @param int $perPlant      cuttings that may be taken from one plant at one take
     * @param int $recoveryWeeks weeks until a plant has grown its shoots back
     * @param list<array{on: \DateTimeImmutable, cuttings: int}> $takes other takes, past and planned
     */
    public static function of(int $plants, int $perPlant, int $recoveryWeeks, array $takes, \DateTimeImmutable $on, int $asked): self
    {
        if ($plants < 0 || $perPlant < 0 || $recoveryWeeks < 0) {
            throw Refused::because('negative', 'plants', 'A stock block holds no negative numbers.');
        }
        $claimed = 0;
        foreach ($takes as $take) {
            if (abs((int) $take['on']->diff($on)->format('%r%a')) < 7 * $recoveryWeeks) {
                $claimed += $take['cuttings'];
            }
        }

        return new self($plants * $perPlant, $claimed, $asked);
    }

    public function left(): int
    {
        return max(0, $this->canGive - $this->claimed);
    }

    public function isEnough(): bool
    {
        return $this->left() >= $this->asked;
    }

    public function words(): string
    {
        $taken = $this->claimed > 0 ? sprintf(' (%d of %d are spoken for while the plants recover)', $this->claimed, $this->canGive) : '';

        return $this->isEnough()
            ? sprintf('can give %d%s', $this->left(), $taken)
            : sprintf('%d short: can give %d%s', $this->asked - $this->left(), $this->left(), $taken);
    }
}
