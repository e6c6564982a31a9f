<?php

declare(strict_types=1);

namespace Hafenbuch\Core\Crate\Secrets;

/** What is looked for in a file that could give something away. */
enum SecretRule: string
{
    /** Values of names like token, key or password. */
    case Keys = 'keys';
    /** Names of people: author, creator and the like. */
    case People = 'people';
    case Mail = 'mail';
    /** Names of users and machines in absolute paths. */
    case Paths = 'paths';
    /** Where something was: latitude, longitude, the position of a camera. */
    case Position = 'position';
    /** Values of names that a workspace has chosen. */
    case Own = 'own';

    /** @return list<string> names in lower case, without what divides their words */
    public function names(): array
    {
        return match ($this) {
            self::Keys => ['token', 'accesstoken', 'apikey', 'key', 'secret', 'clientsecret', 'password', 'passwd', 'pwd', 'passphrase', 'credential', 'credentials', 'authorization', 'address', 'phone', 'telephone', 'licensekey', 'serialnumber'],
            self::People => ['author', 'authors', 'creator', 'creators', 'artist', 'owner', 'ownername', 'cameraownername', 'by', 'byline', 'contributor', 'contributors', 'editor', 'reviewer', 'translator', 'modeler', 'lastmodifiedby', 'user', 'username', 'hostcomputer', 'rights', 'copyright'],
            self::Mail => ['email', 'mail', 'contact'],
            self::Position => ['position', 'gps', 'gpsposition', 'latitude', 'longitude', 'lat', 'lon', 'lng', 'gpslatitude', 'gpslongitude', 'gpsaltitude', 'location', 'geo', 'coordinates'],
            self::Paths, self::Own => [],
        };
    }

    public function words(): string
    {
        return match ($this) {
            self::Keys => 'keys and passwords',
            self::People => 'names of people',
            self::Mail => 'e-mail addresses',
            self::Paths => 'users and machines in paths',
            self::Position => 'positions',
            self::Own => 'what this workspace has chosen',
        };
    }
}
