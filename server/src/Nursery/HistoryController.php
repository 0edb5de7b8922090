<?php

declare(strict_types=1);

namespace WetCradle\Server\Nursery;

use Doctrine\DBAL\Connection;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\Routing\Attribute\Route;
use Symfony\Component\Security\Http\Attribute\IsGranted;
use WetCradle\Server\Database\Row;
use WetCradle\Server\Http\Answer;

/** Who changed what, when, from what to what; and what was entered into the count book. */
final class HistoryController
{
    private const MOST = 100;

    public function __construct(private readonly Connection $db, private readonly Words $words)
    {
    }

    #[Route('/api/history', methods: ['GET'])]
    #[IsGranted('ROLE_PROPAGATOR')]
    public function history(Request $request): Answer
    {
        $asked = static fn (string $name): ?string => $request->query->getString($name) === '' ? null : mb_substr($request->query->getString($name), 0, 100);
        $search = $asked('q');
        $rows = Row::all(
            $this->db,
            "SELECT n.id, n.what, n.which, n.fields, n.at, a.name AS by FROM change_note n JOIN account a ON a.id = n.by_id
             WHERE (:what IS NULL OR n.what = :what) AND (:which IS NULL OR n.which = :which) AND (:before IS NULL OR n.id < :before)
             AND (:q IS NULL OR n.which LIKE :q ESCAPE '\\' OR a.name LIKE :q ESCAPE '\\' OR n.fields LIKE :q ESCAPE '\\')
             ORDER BY n.id DESC LIMIT ".(self::MOST + 1),
            [
                'what' => $asked('what'), 'which' => $asked('which'), 'before' => $request->query->has('before') ? $request->query->getInt('before') : null,
                'q' => $search === null ? null : '%'.addcslashes($search, '%_\\').'%',
            ],
        );
        $changes = array_map(fn (Row $row) => [
            'id' => $row->int('id'), 'what' => $row->text('what'), 'which' => $row->text('which'), 'at' => $row->text('at'), 'by' => $row->text('by'),
            'fields' => $this->fields($row->json('fields')),
        ], array_slice($rows, 0, self::MOST));

        return new Answer(['changes' => $changes, 'more' => count($rows) > self::MOST]);
    }

    /**
     * @param array<array-key, mixed> $fields field → before, after
     *
     * @return list<array{field: string, label: string, before: ?string, after: ?string}>
     */
    private function fields(array $fields): array
    {
        $plain = static fn (mixed $value): ?string => match (true) {
            $value === null => null,
            is_bool($value) => $value ? 'yes' : 'no',
            is_scalar($value) => (string) $value,
            default => json_encode($value, JSON_THROW_ON_ERROR | JSON_UNESCAPED_UNICODE | JSON_UNESCAPED_SLASHES),
        };
        $said = [];
        foreach ($fields as $field => $pair) {
            [$before, $after] = is_array($pair) ? array_values($pair) + [null, null] : [null, $pair];
            $said[] = ['field' => (string) $field, 'label' => $this->words->label((string) $field), 'before' => $plain($before), 'after' => $plain($after)];
        }

        return $said;
    }
}
