<?php

declare(strict_types=1);

namespace WetCradle\Core\Crops;

use WetCradle\Core\Compute\Fields;
use WetCradle\Core\Fact;
use WetCradle\Core\Refused;

/** The rooting hormone of a way: what, as powder or liquid, how strong; or none. */
final class Hormone
{
    private function __construct(public readonly HormoneKind $kind, public readonly ?int $ppm, public readonly ?string $what)
    {
    }

    /**
     * @param Fields $in {kind, ppm?, what?}
     *
     * @throws Refused for `ppm` or `what`
     */
    public static function read(Fields $in): self
    {
        $kind = $in->choice('kind', HormoneKind::class);
        $hormone = $kind === HormoneKind::None ? new self($kind, null, null) : new self($kind, $in->count('ppm', 1, 50_000), $in->text('what', 60));
        if ($kind === HormoneKind::None && ($in->has('ppm') || $in->textOr('what') !== null)) {
            throw $in->refuse('out_of_range', $in->has('ppm') ? 'ppm' : 'what', Fact::of('refused.hormone.out_of_range'));
        }
        $in->done();

        return $hormone;
    }

    public static function none(): self
    {
        return new self(HormoneKind::None, null, null);
    }

    /** "IBA powder 3000 ppm"; null for none. */
    public function words(): ?string
    {
        return $this->kind === HormoneKind::None ? null : sprintf('%s %s %d ppm', $this->what, $this->kind->value, $this->ppm);
    }

    /** @return array{kind: string, ppm: ?int, what: ?string} */
    public function toArray(): array
    {
        return ['kind' => $this->kind->value, 'ppm' => $this->ppm, 'what' => $this->what];
    }
}
