<?php

declare(strict_types=1);

namespace WetCradle\Server\Records;

use WetCradle\Core\Compute\Fields;
use WetCradle\Core\Mixing\AuxinForm;
use WetCradle\Core\Mixing\DipStock;
use WetCradle\Core\Records\Cells;
use WetCradle\Core\Records\Kind;
use WetCradle\Core\Records\LookAlike;
use WetCradle\Server\Mixing\HormoneForm;

/** Hormones on the shelf. Where a table does not say whether its label counts the acid or the salt, the acid is meant, and said. */
final class BringHormones implements Bringer
{
    public function __construct(private readonly HormoneForm $form)
    {
    }

    public function kind(): Kind
    {
        return Kind::Hormones;
    }

    public function known(): array
    {
        return [];
    }

    public function mayBeNew(): array
    {
        return [];
    }

    public function read(Cells $cells, Meant $meant, BroughtIn $from, int $line): array
    {
        $stock = HormoneForm::blank();
        $day = static fn (string $field): array => $cells->has($field) ? [$field => $cells->day($field)->format('Y-m-d')] : [];
        $this->form->read(Fields::of([
            'name' => $cells->words('name', 60),
            'what' => $cells->words('what', 60),
            'kind' => $cells->oneOf('kind', array_column(DipStock::KINDS, 'value')),
            'form' => $cells->has('form') ? $cells->oneOf('form', array_column(AuxinForm::cases(), 'value')) : AuxinForm::Acid->value,
            'ppm' => $cells->number('ppm'),
        ] + $day('madeOn') + $day('keepsUntil')), $stock);

        return [
            'claims' => ['name' => LookAlike::plain($stock->name)],
            'says' => sprintf('%s, %s', $stock->name, $stock->form->value),
            'make' => static fn () => $stock,
        ];
    }
}
