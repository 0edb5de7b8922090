<?php

declare(strict_types=1);

namespace WetCradle\Server\Stock;

use WetCradle\Core\Stock\CountedOn;
use WetCradle\Server\Crops\Crop;

/** What a batch would count under its crop's licence, stuck so. */
final class Claim
{
    /**
     * @param ?string $batch the code of a batch that there is already
     * @param int     $good  plants that it is to make
     * @param string  $field the field of the form that is refused where it is too much
     */
    public function __construct(
        public readonly ?string $batch,
        public readonly Crop $crop,
        public readonly \DateTimeImmutable $stickOn,
        public readonly \DateTimeImmutable $readyOn,
        public readonly int $cuttings,
        public readonly int $good,
        public readonly string $field,
    ) {
    }

    public function plants(HeldLicence $licence): int
    {
        return $licence->counts === CountedOn::Sale ? $this->good : $this->cuttings;
    }

    /** Whether it is counted among what is planned under this licence. */
    public function isUnder(HeldLicence $licence): bool
    {
        return $licence->crop->id === $this->crop->id && $licence->core()->covers($licence->counts === CountedOn::Sale ? $this->readyOn : $this->stickOn);
    }
}
