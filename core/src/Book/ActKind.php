<?php

declare(strict_types=1);

namespace WetCradle\Core\Book;

/** What somebody did; one act may move several counts. */
enum ActKind: string
{
    case Stick = 'stick';
    case CountAndPot = 'count_and_pot';
    case Split = 'split';
    case Merge = 'merge';
    case ChangeMethod = 'change_method';
    case Lose = 'lose';
    case MoveOn = 'move_on';
    case Undo = 'undo';
}
