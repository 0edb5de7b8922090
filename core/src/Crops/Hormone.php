<?php

declare(strict_types=1);

namespace WetCradle\Core\Crops;

use WetCradle\Core\Compute\Fields;

/** The rooting hormone of a way: what, as powder or liquid, how strong; or none. */
final class Hormone
{
    public const KINDS = ['none', 'powder', 'liquid'];

    private function __construct(public readonly string $kind, public readonly ?int $ppm, public readonly ?string $what)
    {
    }

    /** @param Fields $in {kind, ppm?, what?} */
    public static function read(Fields $in): self
    {
        $kind = $in->oneOf('kind', self::KINDS);
        $hormone = $kind === 'none' ? new self('none', null, null) : new self($kind, $in->count('ppm', 1, 50_000), $in->text('what', 60));
        if ($kind === 'none' && ($in->has('ppm') || $in->textOr('what') !== null)) {
            throw $in->refuse('out_of_range', $in->has('ppm') ? 'ppm' : 'what', 'must be empty where no hormone is used');
        }
        $in->done();

        return $hormone;
    }

    /** "IBA powder 3000 ppm"; null for none. */
    public function words(): ?string
    {
        return $this->kind === 'none' ? null : sprintf('%s %s %d ppm', $this->what, $this->kind, $this->ppm);
    }

    /** @return array{kind: string, ppm: ?int, what: ?string} */
    public function toArray(): array
    {
        return ['kind' => $this->kind, 'ppm' => $this->ppm, 'what' => $this->what];
    }
}
