<?php

declare(strict_types=1);

namespace WetCradle\Core\Mixing;

use WetCradle\Core\Crops\Hormone;
use WetCradle\Core\Crops\HormoneKind;

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
    public function worth(): Strength
    {
        return Auxin::tryFrom($this->what)?->asAcid($this->strength, $this->form) ?? $this->strength;
    }

    /**
     * Why it cannot be used for what a sheet asks; null where it can.
     *
     * @return ?array{reason: 'other_kind'|'other_hormone'|'too_old'|'too_weak'|'too_strong', words: string}
     */
    public function against(Hormone $asked, \DateTimeImmutable $today): ?array
    {
        $target = Strength::of((float) $asked->ppm);
        [$reason, $words] = match (true) {
            $this->kind !== $asked->kind => [
                'other_kind',
                sprintf('%s is a %s; the sheet asks for a %s.', $this->name, $this->kind->value, $asked->kind->value),
            ],
            mb_strtolower($this->what) !== mb_strtolower((string) $asked->what) => [
                'other_hormone',
                sprintf('%s is %s; the sheet asks for %s.', $this->name, $this->what, $asked->what),
            ],
            $this->keepsUntil !== null
                && $this->keepsUntil < $today => ['too_old', sprintf('%s was to be used by %s.', $this->name, $this->keepsUntil->format('j M Y'))],
            $this->worth()->isWeakerThan($target) => [
                'too_weak',
                sprintf(
                    '%s is %s%s, weaker than the %s asked. Nothing makes it stronger.',
                    $this->name,
                    $this->worth()->words(),
                    $this->form === AuxinForm::Salt ? ' as acid' : '',
                    $target->words(),
                ),
            ],
            $this->kind === HormoneKind::Powder && $target->isWeakerThan($this->worth()) => [
                'too_strong',
                sprintf('%s is %s, stronger than the %s asked, and powder is not diluted.', $this->name, $this->worth()->words(), $target->words()),
            ],
            default => [null, ''],
        };

        return $reason === null ? null : ['reason' => $reason, 'words' => $words];
    }
}
