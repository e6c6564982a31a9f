<?php

declare(strict_types=1);

namespace Hafenbuch\Core\Relink;

/** In what a file is like one that is missed; the first tells most. */
enum Likeness: string
{
    case Content = 'content';
    /** Others of its folder are in one folder now, and one of its name too. */
    case Folder = 'folder';
    case Name = 'name';
    /** But for letter case, or the form in which Unicode writes a letter. */
    case Spelling = 'spelling';
    /** But for what stands between its words. */
    case Separators = 'separators';
    case Extension = 'extension';
    /** Another stage of one series. */
    case Stage = 'stage';
    case Size = 'size';
    /** As wide and high, or as long, as a picture, a sound or a film. */
    case Facts = 'facts';
    case NearName = 'near name';

    public function rank(): int
    {
        return (int) array_search($this, self::cases(), true);
    }
}
