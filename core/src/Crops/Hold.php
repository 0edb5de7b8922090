<?php

declare(strict_types=1);

namespace WetCradle\Core\Crops;

use WetCradle\Core\Compute\Fields;
use WetCradle\Core\Fact;
use WetCradle\Core\Refused;

/** How long material keeps between the plant and the tray: moist and shaded, or cold; or dry until its cut has sealed. */
final class Hold
{
    private function __construct(
        public readonly bool $dry,
        public readonly bool $sameDay,
        public readonly int $shadedHours,
        public readonly int $coldDays,
        public readonly int $sealDays,
    ) {
    }

    /**
     * @param Fields $in {dry, sameDay, shadedHours, coldDays, sealDays}; cold 0 means never refrigerated
     *
     * @throws Refused for `sealDays`, `shadedHours` or `coldDays`
     */
    public static function read(Fields $in): self
    {
        $hold = new self(
            $in->flag('dry'),
            $in->flag('sameDay'),
            $in->count('shadedHours', 0, 24 * 14),
            $in->count('coldDays', 0, 240),
            $in->count('sealDays', 0, 30),
        );
        $in->done();
        if ($hold->dry && $hold->sealDays === 0) {
            throw $in->refuse('not_positive', 'sealDays', Fact::of('refused.hold.not_positive'));
        }
        if (!$hold->dry && $hold->sealDays > 0) {
            throw $in->refuse('out_of_range', 'sealDays', Fact::of('refused.hold.out_of_range'));
        }
        if (!$hold->dry && $hold->shadedHours === 0) {
            throw $in->refuse('not_positive', 'shadedHours', Fact::of('refused.hold.not_positive_shaded_hours'));
        }
        if ($hold->sameDay && $hold->coldDays > 0) {
            throw $in->refuse('out_of_range', 'coldDays', Fact::of('refused.hold.out_of_range_cold_days'));
        }

        return $hold;
    }

    /** @return array{dry: bool, sameDay: bool, shadedHours: int, coldDays: int, sealDays: int} */
    public function toArray(): array
    {
        return [
            'dry' => $this->dry, 'sameDay' => $this->sameDay, 'shadedHours' => $this->shadedHours, 'coldDays' => $this->coldDays,
            'sealDays' => $this->sealDays,
        ];
    }

    /** Days for which it keeps between the plant and its sticking: cold, or in bundles; what seals dry is stuck when it has. */
    public function keepsDays(): int
    {
        return $this->dry ? 0 : $this->coldDays;
    }

    /**
     * How it is held, if it is to be stuck; cold only where the sheet allows it.
     *
     * @throws Refused for `how`
     */
    public function mustAllow(HoldWay $how): void
    {
        if (!in_array($how, $this->ways(), true)) {
            throw Refused::because(
                'unknown_choice',
                'how',
                Fact::of('refused.hold.unknown_choice', choices: implode(' or ', array_column($this->ways(), 'value'))),
            );
        }
    }

    /** @return non-empty-list<HoldWay> */
    public function ways(): array
    {
        return $this->dry ? [HoldWay::Dry] : ($this->coldDays > 0 ? [HoldWay::Shaded, HoldWay::Cold] : [HoldWay::Shaded]);
    }
}
