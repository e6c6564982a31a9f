<?php

declare(strict_types=1);

namespace App\Crates;

/** What a crate is packed of. */
final readonly class CrateScope
{
    /**
     * @param  list<string>  $documents  paths of the chosen documents, at that moment
     * @param  list<string>  $folders  of the workspace; '' is all of it
     * @param  int  $entry  with Moment::Past: the newest entry of the logbook then
     * @param  bool  $withUnused  whether of a folder also that goes in which nothing refers to
     * @param  bool  $withCompanions  whether files that belong to a document by their names go along
     * @param  list<string>  $outside  absolute paths of files outside that are taken along
     * @param  bool  $withAllOutside  whether all are that can be
     * @param  list<string>  $ids  of more chosen documents, wherever they were at that moment
     */
    public function __construct(
        public array $documents = [],
        public array $folders = [],
        public Moment $moment = Moment::Working,
        public int $entry = 0,
        public bool $withUnused = false,
        public bool $withCompanions = true,
        public array $outside = [],
        public bool $withAllOutside = false,
        public array $ids = [],
    ) {}
}
