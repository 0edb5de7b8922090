<?php

declare(strict_types=1);

namespace WetCradle\Server\Nursery;

use Doctrine\DBAL\Connection;
use Doctrine\ORM\EntityManagerInterface;
use Symfony\Bundle\SecurityBundle\Security;
use Symfony\Component\HttpKernel\Exception\NotFoundHttpException;
use Symfony\Component\Routing\Attribute\Route;
use Symfony\Component\Security\Core\Exception\AccessDeniedException;
use Symfony\Component\Security\Http\Attribute\IsGranted;
use WetCradle\Core\Compute\Fields;
use WetCradle\Core\Refused;
use WetCradle\Server\Bench\TrayKinds;
use WetCradle\Server\Crops\Windows;
use WetCradle\Server\Database\Removals;
use WetCradle\Server\Database\Row;
use WetCradle\Server\Database\TakenOut;
use WetCradle\Server\Database\Writing;
use WetCradle\Server\Http\Answer;
use WetCradle\Server\Records\BroughtIn;
use WetCradle\Server\Stock\Rights;

/** What was entered by mistake is taken out, where nothing rests on it; and put back. */
#[IsGranted('ROLE_HAND')]
final class RecordController
{
    public function __construct(
        private readonly Connection $db,
        private readonly EntityManagerInterface $em,
        private readonly Removals $removals,
        private readonly Security $security,
        private readonly Writing $writing,
        private readonly Rights $rights,
        private readonly Windows $windows,
        private readonly NamedBy $named,
        private readonly TrayKinds $kinds,
    ) {
    }

    #[Route('/api/records/{record}/{id<\d+>}', methods: ['DELETE'])]
    public function take(Record $record, int $id): Answer
    {
        $this->mayTakeOut($record);
        $taken = $this->writing->once(function () use ($record, $id): int {
            $row = Row::first($this->db, sprintf('SELECT %s AS said FROM %s t WHERE t.id = ?', $record->said(), $record->table()), [$id])
                ?? throw new NotFoundHttpException();

            $this->mustNotStay($record, $row->text('said'), $id);

            return $this->removals->take(
                $record->value,
                $row->text('said'),
                $record->table(),
                $id,
                $record->own(),
                $this->named->by($record, $row->text('said'), $id),
            );
        });
        $this->forget();

        return new Answer(['gone' => true, 'taken' => $taken]);
    }

    #[Route('/api/taken-out/{id<\d+>}/back', methods: ['POST'])]
    public function back(int $id, Fields $in): Answer
    {
        $taken = $this->em->find(TakenOut::class, $id) ?? throw new NotFoundHttpException();
        $record = Record::tryFrom($taken->what);
        if ($record === null || !$record->isLogged()) {
            $this->mayTakeOut(Record::Customer);
        }
        $this->writing->once(function () use ($taken, $in): void {
            $in->done();
            $this->removals->putBack($taken);
        });
        $this->forget();

        return new Answer(['back' => true]);
    }

    private function mayTakeOut(Record $record): void
    {
        if (!$record->isLogged() && !$this->security->isGranted('ROLE_PROPAGATOR')) {
            throw new AccessDeniedException();
        }
    }

    /** What was read of the records before is out of date. */
    private function forget(): void
    {
        $this->rights->forget();
        $this->windows->forget();
    }

    /** @throws Refused where it stays whatever rests on it */
    private function mustNotStay(Record $record, string $name, int $id): void
    {
        if ($record === Record::TrayKind && TrayKinds::first($this->kinds->all())?->id === $id) {
            throw Refused::because('in_use', $record->value, sprintf('All bench is counted in the places of %s. It stays.', $name));
        }
        if ($record === Record::BroughtIn && $this->em->find(BroughtIn::class, $id)?->isIn() === true) {
            throw Refused::because('in_use', $record->value, sprintf('The rows of %s are in. Take them out again first.', $name));
        }
        if ($record === Record::Person && $this->writing->by()->id === $id) {
            throw Refused::because('in_use', $record->value, 'That is you.');
        }
    }
}
