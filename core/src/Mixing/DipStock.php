<?php

declare(strict_types=1);

namespace WetCradle\Core\Mixing;

use WetCradle\Core\Crops\Hormone;
use WetCradle\Core\Crops\HormoneKind;
use WetCradle\Core\Fact;

/** A hormone as it stands on the shelf: what, powder or liquid, acid or salt, how strong, and how long it keeps. */
final class DipStock
{
    public const KINDS = [HormoneKind::Powder, HormoneKind::Liquid];

    /** @param string $what "IBA", "NAA", or whatever its label says */
    public function __construct(
        public readonly string $name,
        public readonly string $what,
        public readonly HormoneKind $kind,
        public readonly AuxinForm $form,
        public readonly Strength $strength,
        public readonly ?\DateTimeImmutable $keepsUntil,
    ) {
    }

    /** Its strength as crop sheets count it: as the acid. */
    public function asAcid(): Strength
    {
        return Auxin::tryFrom($this->what)?->asAcid($this->strength, $this->form) ?? $this->strength;
    }

    /**
     * Why it cannot be used for what a sheet asks; null where it can.
     *
     * @return ?array{reason: 'other_kind'|'other_hormone'|'too_old'|'too_weak'|'too_strong', words: Fact}
     */
    public function against(Hormone $asked, \DateTimeImmutable $today): ?array
    {
        $target = Strength::of((float) $asked->ppm);

        return match (true) {
            $this->kind !== $asked->kind => [
                'reason' => 'other_kind',
                'words' => Fact::of('dip.other_kind', stock: $this->name, is: $this->kind, asked: $asked->kind),
            ],
            mb_strtolower($this->what) !== mb_strtolower((string) $asked->what) => [
                'reason' => 'other_hormone',
                'words' => Fact::of('dip.other_hormone', stock: $this->name, is: $this->what, asked: (string) $asked->what),
            ],
            $this->keepsUntil !== null
                && $this->keepsUntil < $today => ['reason' => 'too_old', 'words' => Fact::of('dip.too_old', stock: $this->name, by: $this->keepsUntil)],
            $this->asAcid()->isWeakerThan($target) => [
                'reason' => 'too_weak',
                'words' => Fact::of(
                    $this->form === AuxinForm::Salt ? 'dip.too_weak_as_acid' : 'dip.too_weak',
                    stock: $this->name,
                    is: $this->asAcid()->words(),
                    asked: $target->words(),
                ),
            ],
            $this->kind === HormoneKind::Powder && $target->isWeakerThan($this->asAcid()) => [
                'reason' => 'too_strong',
                'words' => Fact::of('dip.too_strong', stock: $this->name, is: $this->asAcid()->words(), asked: $target->words()),
            ],
            default => null,
        };
    }
}
