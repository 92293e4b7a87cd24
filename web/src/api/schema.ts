// generated from openapi.json by make types
export interface paths {
    "/api/backup": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        /** Everything that is kept, as one file. */
        get: operations["save_backup"];
        put?: never;
        post?: never;
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/backup/restore": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        put?: never;
        /**
         * Puts a backup in the place of what is kept, which is kept beside it. The whole backup is read before anything
         *     is touched.
         */
        post: operations["restore_backup"];
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/backup/undo": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        put?: never;
        /** Puts back what the last backup took the place of. */
        post: operations["undo_restore"];
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/calculator": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        put?: never;
        /** A time and a codec in, the capacity out; or a time and a capacity in, the codec out. */
        post: operations["calculator"];
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/catalogue": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        /** The catalogue, and what each finding means. */
        get: operations["all"];
        put?: never;
        post?: never;
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/edid": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        put?: never;
        /** Reads an EDID: binary, or hexadecimal text. */
        post: operations["edid"];
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/events": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        /** Follow every production, on one connection for a whole browser: an event named `change` for each new revision. */
        get: operations["follow_all"];
        put?: never;
        post?: never;
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/packages": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        /** Packages that a production can start from. */
        get: operations["offered"];
        put?: never;
        post?: never;
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/productions": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        /** All productions, by name. */
        get: operations["list"];
        put?: never;
        /** A new, empty production. */
        post: operations["create"];
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/productions/import": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        put?: never;
        /** A production from a file. */
        post: operations["import"];
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/productions/{id}": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        /** One production with the report of one build. */
        get: operations["read"];
        put?: never;
        post?: never;
        /** Takes a production off the list; it can be put back. */
        delete: operations["delete"];
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/productions/{id}/alike": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        put?: never;
        /** Every other recorder of its kind set as one is. */
        post: operations["alike"];
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/productions/{id}/bags": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        /** A build in its cases. */
        get: operations["packed"];
        put?: never;
        post?: never;
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/productions/{id}/catalogue": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        /** The catalogue that a production sees. */
        get: operations["of_production"];
        put?: never;
        post?: never;
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/productions/{id}/chain-working": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        /** How the level and the noise of a chain are reached, stage by stage; nothing where there is no such chain. */
        get: operations["chain_level"];
        put?: never;
        post?: never;
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/productions/{id}/choices": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        put?: never;
        /** Up to four ways to record, side by side. */
        post: operations["choices"];
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/productions/{id}/commands": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        put?: never;
        /** Changes a production. One edit is one undo. */
        post: operations["edit"];
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/productions/{id}/compare": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        /** What is different between two builds, and what that does. */
        get: operations["compare"];
        put?: never;
        post?: never;
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/productions/{id}/cost": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        /** What a build costs, as far as prices are given. */
        get: operations["cost_of"];
        put?: never;
        post?: never;
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/productions/{id}/day": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        /** Cards, changes and copies of a build’s day, and the storage of the job. */
        get: operations["plan"];
        put?: never;
        post?: never;
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/productions/{id}/duplicate": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        put?: never;
        /** A copy of a production. */
        post: operations["duplicate"];
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/productions/{id}/entries": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        /** Descriptions as a file, to share. */
        get: operations["write_entries"];
        put?: never;
        /** Reads a file of descriptions; putting them into the production is an edit. */
        post: operations["read_entries"];
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/productions/{id}/entry": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        put?: never;
        /** Whether a description can stand, and what it would do to the builds that use it. */
        post: operations["entry"];
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/productions/{id}/events": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        /** Follow a production: an event named `revision` with the new revision, whenever it changes. */
        get: operations["follow"];
        put?: never;
        post?: never;
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/productions/{id}/file": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        /** The production as a file, to keep or to send. A damaged one comes as it is kept. */
        get: operations["export"];
        put?: never;
        post?: never;
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/productions/{id}/fixes": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        /** What would mend a finding: each fix was tried on a copy, least change first. */
        get: operations["fixes"];
        put?: never;
        post?: never;
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/productions/{id}/follow": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        /** One path from the lens to the eye, hop by hop; empty where no picture arrives. */
        get: operations["follow_path"];
        put?: never;
        post?: never;
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/productions/{id}/formats": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        /** What an output can be set to, at the project's frame rate. */
        get: operations["formats"];
        put?: never;
        post?: never;
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/productions/{id}/gains": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        /** What sets every gain of a build: the best signal to noise with the headroom asked for. */
        get: operations["gains"];
        put?: never;
        post?: never;
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/productions/{id}/glance": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        /** What the list says of each build: verdict, shortest record time, cards, the line map in small. */
        get: operations["at_a_glance"];
        put?: never;
        post?: never;
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/productions/{id}/inputs": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        /** Every input for an output: those that fit first, the others with the reason why not. */
        get: operations["inputs"];
        put?: never;
        post?: never;
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/productions/{id}/join": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        put?: never;
        /** Two devices joined where there is one sensible way. */
        post: operations["join_two"];
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/productions/{id}/kit": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        /** The kit against a build. */
        get: operations["kit_lines"];
        put?: never;
        post?: never;
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/productions/{id}/line": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        put?: never;
        /** What a typed line means, and ways to go on with it. */
        post: operations["line"];
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/productions/{id}/line-check": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        /** What there is to look at when everything stands. */
        get: operations["check_line"];
        put?: never;
        post?: never;
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/productions/{id}/media-plan.csv": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        /** The media plan as a table: every change of a card. */
        get: operations["csv"];
        put?: never;
        post?: never;
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/productions/{id}/modes": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        /** What a device's modes allow together; nothing where it has none. */
        get: operations["modes_of"];
        put?: never;
        post?: never;
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/productions/{id}/mount": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        /** Where a part is mounted best, as the house has it. */
        get: operations["mount"];
        put?: never;
        post?: never;
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/productions/{id}/outlook": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        put?: never;
        /** What an edit would change, without making it. */
        post: operations["outlook"];
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/productions/{id}/power-unit": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        /**
         * Ways to power everything in a unit for so long, each one edit: empty where nothing in it draws power, or
         *     nothing does it.
         */
        get: operations["power_a_unit"];
        put?: never;
        post?: never;
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/productions/{id}/redo": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        put?: never;
        /** Does again what was undone last. */
        post: operations["redo"];
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/productions/{id}/remedies": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        /** The same, and where nothing mends it, why. */
        get: operations["remedies"];
        put?: never;
        post?: never;
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/productions/{id}/restore": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        put?: never;
        /** Puts a deleted production back. */
        post: operations["restore"];
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/productions/{id}/rig-change": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        /** What comes off and goes on to make one build of another. */
        get: operations["rig_change"];
        put?: never;
        post?: never;
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/productions/{id}/rig-slid": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        /** A rig with one of its joints set otherwise: what follows while somebody drags a part. */
        get: operations["slid"];
        put?: never;
        post?: never;
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/productions/{id}/rigs": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        /** The rigs of a build. */
        get: operations["rigs"];
        put?: never;
        post?: never;
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/productions/{id}/routes": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        /** The ways that the kit allows from a source to a destination, best first. */
        get: operations["routes"];
        put?: never;
        post?: never;
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/productions/{id}/safe-fixes": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        /** The fixes that cost nothing anywhere else, as one edit: after 20 s, what was found so far. */
        get: operations["safe"];
        put?: never;
        post?: never;
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/productions/{id}/schools": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        /** The two schools of gain side by side for a chain; nothing where it has one gain only. */
        get: operations["schools"];
        put?: never;
        post?: never;
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/productions/{id}/search": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        /** Devices that do what is asked, or are called so. */
        get: operations["search"];
        put?: never;
        post?: never;
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/productions/{id}/seats": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        /** Fastenings that take a part which isn’t mounted, and why others don’t. */
        get: operations["seats"];
        put?: never;
        post?: never;
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/productions/{id}/setup": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        put?: never;
        /** Devices on the floor, each where it belongs, wired where there is one sensible way. */
        post: operations["set_up_floor"];
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/productions/{id}/sound": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        put?: never;
        /** The sound of a build as an edit would leave it: a gain while it is being dragged. */
        post: operations["tried"];
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/productions/{id}/sources": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        /** Every output for an input: *what feeds this?* Those that fit first. */
        get: operations["sources_of"];
        put?: never;
        post?: never;
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/productions/{id}/start": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        put?: never;
        /** A recorder started on the best that it does with what the kit has. */
        post: operations["start"];
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/productions/{id}/sync": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        /** What would bring a build into sync: who leads, which box goes where, and why. */
        get: operations["sync_floor"];
        put?: never;
        post?: never;
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/productions/{id}/track-presets": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        /** Ways to fill the tracks of a recorder at once. */
        get: operations["presets"];
        put?: never;
        post?: never;
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/productions/{id}/tracks.csv": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        /** The track sheet of a build as a table. */
        get: operations["tracks_csv"];
        put?: never;
        post?: never;
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/productions/{id}/tracks.ixml": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        /** The names of a recorder's tracks as iXML. */
        get: operations["tracks_ixml"];
        put?: never;
        post?: never;
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/productions/{id}/undo": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        put?: never;
        /** Takes the last edit back. */
        post: operations["undo"];
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/productions/{id}/working": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        /** How full a cable is, step by step; `null` where nothing is worked out. */
        get: operations["working"];
        put?: never;
        post?: never;
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/record-time": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        put?: never;
        /** Codec, format and card in, record time out. */
        post: operations["record_time"];
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/time-table": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        put?: never;
        /** The codecs of a family against the usual sizes of media. */
        post: operations["time_table"];
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/timecode.wav": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        /** Linear timecode as a WAV file. */
        get: operations["make_ltc"];
        put?: never;
        post?: never;
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/timecode/compare": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        put?: never;
        /** Recordings of the same timecode, each against each. */
        post: operations["compare_ltc"];
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/timecode/head": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        put?: never;
        /**
         * What a copy of a WAV file is made of whose own time says another: of its first and last bytes, up to 4 MB of
         *     each, one behind the other. The answer is the copy’s head and, behind it, its tail; the answer’s headers say how
         *     many bytes the head has (`head-bytes`) and which bytes of the old file stand between them (`sound-at`, `sound-to`).
         */
        post: operations["new_head"];
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/timecode/labels": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        /** Labels from a time of day on, for a page that shows them running. */
        get: operations["labels"];
        put?: never;
        post?: never;
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/timecode/live": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        put?: never;
        /** The next samples of a live input, as 32-bit floats, and what they say. */
        post: operations["hear_live"];
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/timecode/read": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        put?: never;
        /** The timecode in a WAV recording, read as it comes. */
        post: operations["read_ltc"];
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/tone.wav": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        /** A tone, or pink noise, as a WAV file. */
        get: operations["tone_wav"];
        put?: never;
        post?: never;
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/wav": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        put?: never;
        /**
         * What each channel of a WAV recording holds, read as it comes; against the plan, where a recorder is
         *     named.
         */
        post: operations["read_wav"];
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
}
export type webhooks = Record<string, never>;
export interface components {
    schemas: {
        Abilities: (components["schemas"]["FormatSet"] | string)[];
        /** @description An adapter, barrel, elbow or clamp. */
        Adapter: {
            /** @description The catalogue's id: `hdmi-d-to-a`. */
            id: string;
            /** @description The socket that it goes into. */
            into: components["schemas"]["Connector"];
            /** @description What it does. */
            kind: components["schemas"]["AdapterKind"];
            /** @description Its name in full. */
            name: string;
            /**
             * Format: double
             * @description How much softer it makes sound, in decibels.
             */
            pad_db?: number;
            /** @description The cable's plug that it takes. */
            takes: components["schemas"]["Connector"];
        };
        /**
         * @description What a small thing does.
         * @enum {string}
         */
        AdapterKind: "gender" | "elbow" | "barrel" | "clamp" | "pad" | "transformer";
        /** @description A file's own time held against the timecode in it. */
        Against: {
            /** @description Whether they agree: within half a frame. */
            agrees: boolean;
            /** @description What the file says stands at the first frame of timecode. */
            file: components["schemas"]["Label"];
            /** @description What the timecode says there. */
            ltc: components["schemas"]["Label"];
            /**
             * Format: double
             * @description How many frames the timecode is later than the file says.
             */
            off_frames: number;
            /**
             * Format: double
             * @description The same in milliseconds.
             */
            off_ms: number;
            /**
             * Format: int64
             * @description The samples from midnight to the first sample, as the timecode says.
             */
            samples_from_midnight: number;
        };
        /** @description An edit to look ahead at. */
        Ahead: {
            /** @description The build to compare. */
            build: components["schemas"]["String"];
            /** @description What would be done. */
            commands: components["schemas"]["Command"][];
        };
        /** @description A transmitter that somebody listens to. */
        AirReport: {
            /** @description The band, in words. */
            band: string;
            /**
             * Format: int32
             * @description Its channel; none where it is tuned by hand, or none is left.
             */
            channel?: number | null;
            /** @description Whether somebody chose it; else it was handed out. */
            chosen: boolean;
            /** @description The transmitter. */
            device: components["schemas"]["String"];
            /**
             * Format: double
             * @description In megahertz, where that is known.
             */
            mhz?: number | null;
            /** @description Its name. */
            name: string;
            /** @description Others that are next to it or on it, with how far away, in words. */
            near: string[];
            /** @description Who listens, by name. */
            receivers: string[];
            worst?: components["schemas"]["Severity"] | null;
        };
        /** @example 5 A */
        Amps: string;
        /** @description Sound and picture where they meet. */
        ApartReport: {
            /**
             * Format: double
             * @description The same in frames of the project.
             */
            apart_frames: number;
            /**
             * Format: double
             * @description From the sound to the picture, in milliseconds: above nothing, the picture is later.
             */
            apart_ms: number;
            /** @description The device. */
            device: components["schemas"]["String"];
            /** @description Its name. */
            name: string;
            /**
             * Format: double
             * @description How late the picture is, in milliseconds.
             */
            picture_ms: number;
            /** @description What to slip, in words; empty where nothing needs it. */
            slip: string;
            /**
             * Format: double
             * @description How late the latest sound is, in milliseconds.
             */
            sound_ms: number;
        };
        /**
         * @description What a kind of finding is about: the letter of its code.
         * @enum {string}
         */
        Area: "picture" | "recording" | "sound" | "time" | "power" | "build" | "house" | "kit";
        /** @description One row of the board. */
        ArrivalReport: {
            /** @description The input that it shows or records. */
            at?: string | null;
            /** @description The destination. */
            device: components["schemas"]["String"];
            /** @description The finding that the verdict comes from. */
            finding?: string | null;
            /** @description Ports on its path, from the lens on. */
            hops: string[];
            /** @description Its name. */
            name: string;
            /** @description What it needs, a sentence for each need. */
            needs: components["schemas"]["NeedAnswer"][];
            picture?: components["schemas"]["PictureReport"] | null;
            /** @description Until when it has its picture before a battery on the way is empty, and which. */
            power?: string | null;
            /** @description What it records, in one line. */
            records?: string | null;
            /** @description The verdict in words: *arrives*, or the worst finding's sentence. */
            says: string;
            /** @description What is done to the picture so that it looks as it should: *look by the screen*. */
            shown: string[];
            /** @description Sound channels that arrive. */
            sound: number;
            /** @description The camera that it gets. */
            source?: string | null;
            /** @description The verdict. */
            standing: components["schemas"]["Standing"];
            /** @description Timecode that arrives, in words. */
            timecode?: string | null;
            within?: components["schemas"]["DelayLimit"] | null;
            working?: components["schemas"]["Working"] | null;
        };
        /** @description What a record time follows from, as typed. */
        Asked: {
            /** @description Sound: `4x48000x24`. */
            audio: components["schemas"]["AudioTracks"];
            /** @description The picture's rate by itself. */
            bit_rate?: string | null;
            /** @description A codec's id; or give `bit_rate`. */
            codec?: string | null;
            /** @description What the container adds; the codec's own where not said. */
            container?: string | null;
            /** @description Capacity. */
            media: components["schemas"]["Bytes"];
            /** @description The raster that the codec records. */
            raster: components["schemas"]["Raster"];
            /** @description Frames a second. */
            rate: components["schemas"]["FrameRate"];
            /** @description What is kept back of it. */
            reserve: components["schemas"]["Percent"];
        };
        /** @description A rig that was built, and how long it took. */
        Assembly: {
            /** @description What the guides made of it. */
            guide: string;
            /** @description How long it took. */
            took: string;
            /** @description Which: *A camera, Night pour*. */
            what: string;
        };
        /** @description A production at a glance. */
        AtAGlance: {
            /** @description Its builds. */
            builds: components["schemas"]["Glance"][];
            /** @description What was done last, where its history knows. */
            last?: string | null;
        };
        /** @description What a port is for sound. */
        AudioPort: {
            /** @description Whether the gain can follow the level by itself. */
            auto_gain?: boolean;
            /** @description Channels on it. */
            channels?: number;
            /** @description Whether what is behind it is written as floating point: no ceiling of the converter. */
            float?: boolean;
            /** @description For an output: what it can be switched to, the usual one first. */
            gives?: components["schemas"]["OutputLevel"][];
            /** @description Whether it is for headphones. */
            headphones?: boolean;
            /** @description Whether it has a limiter. */
            limiter?: boolean;
            /**
             * Format: double
             * @description What it loses, in decibels, where it is passive.
             */
            loss_db?: number;
            microphone?: components["schemas"]["Microphone"] | null;
            /**
             * Format: double
             * @description A pad of its own, in decibels.
             */
            pad_db?: number | null;
            /** @description A passive way through: nothing is amplified, and 48 V pass in the other direction. */
            passive?: boolean;
            /** @description Whether it stops 48 V: a transformer or a capacitor stands in the way. */
            stops_phantom?: boolean;
            /** @description For an input: what it can be switched to, the usual one first. */
            takes?: components["schemas"]["InputLevel"][];
            /** @description Whether one side of the signal is ground: what hums into the cable stays in it. Balanced where not said. */
            unbalanced?: boolean;
        };
        /** @example 4x48000x24 */
        AudioTracks: string;
        /**
         * @description An axis of a thing.
         * @enum {string}
         */
        Axis: "x" | "y" | "z";
        /** @description What came of putting a backup in the place of what is kept. */
        BackupAnswer: {
            /** @description Whether the backup was copied without the file that holds its newest changes. */
            incomplete: boolean;
            /** @description The file that keeps what was there before, beside the data file. */
            kept: string;
            /** @description How many productions are there now. */
            productions: number;
        };
        /** @description A build, packed. */
        Bags: {
            /** @description Batteries: carried by hand, in words. */
            by_hand: string[];
            /** @description Each case with what is in it. */
            cases: components["schemas"]["CaseReport"][];
            /** @description Pieces that fit into none of them, in words. */
            left: string[];
            /** @description What isn’t known, and what isn’t reckoned, in words. */
            open: string[];
        };
        /** @description The far end of a band. */
        BandEnd: {
            /** @description In whole minutes, rounded down. */
            label: string;
            /**
             * Format: int64
             * @description After so many seconds.
             */
            seconds: number;
        };
        /** @description Both ends of a band, in bits a second. */
        BandRate: {
            /**
             * Format: int64
             * @description Where much moves, in bits a second.
             */
            high_bps: number;
            /**
             * Format: int64
             * @description Where little moves, in bits a second.
             */
            low_bps: number;
            /**
             * Format: int64
             * @description As a rule, in bits a second.
             */
            typical_bps: number;
        };
        /** @description Batteries of one kind that a day takes. */
        BatteriesNeeded: {
            /** @description What a carrier may say of them. */
            carriage?: string | null;
            /**
             * Format: int32
             * @description How many, with the kit’s chargers: one more than are used, for what nobody thought of.
             */
            count: number;
            /** @description The catalogue's id. */
            item: string;
            /** @description Its name. */
            name: string;
            /**
             * Format: int32
             * @description How many the kit holds.
             */
            owned: number;
        };
        /** @description A battery: what it holds and gives. */
        Battery: {
            /** @description The most current. */
            amps: components["schemas"]["Amps"];
            /**
             * Format: int32
             * @description Lithium-ion cells in series.
             */
            cells: number;
            fills?: components["schemas"]["Watts"] | null;
            /** @description How its gauge reads. */
            gauge?: components["schemas"]["Gauge"];
            /** @description What it holds when new. */
            holds: components["schemas"]["WattHours"];
            least?: components["schemas"]["Watts"] | null;
            /** @description Whether it is filled only while it gives nothing. */
            rest_only?: boolean;
        };
        /** @description A change of a battery. */
        BatteryChange: {
            /**
             * Format: int64
             * @description When, in seconds since midnight.
             */
            at: number;
            /**
             * Format: int64
             * @description How long something is off.
             */
            gap_seconds: number;
            /** @description Whether a break comes in time. */
            in_break: boolean;
            /** @description *hot*, *warm* or *cold*. */
            kind: string;
            /** @description As a clock shows it. */
            label: string;
            /** @description Its name. */
            name: string;
            /** @description The battery. */
            source: components["schemas"]["String"];
        };
        /**
         * @description Where batteries and their plates are mounted on a rig.
         * @enum {string}
         */
        BatteryPlace: "behind" | "below";
        /** @example 100 Mb/s */
        BitRate: string;
        /** @description What fills a space. */
        Block: {
            /** @description The corner to the left, below, behind. */
            from: components["schemas"]["Point"];
            round?: components["schemas"]["Axis"] | null;
            /** @description The corner to the right, above, in front. */
            to: components["schemas"]["Point"];
        };
        /** @description A thing of a rig, as an object. What isn’t said leaves the answers open that need it. */
        Body: {
            /**
             * @description What it fills.
             * @default []
             */
            boxes: components["schemas"]["Block"][];
            /** @default null */
            centre: components["schemas"]["Point"] | null;
            /**
             * @description Plugs that it holds in their sockets, for a cable clamp.
             * @default []
             */
            clamps: components["schemas"]["Connector"][];
            /**
             * @description What it is fastened with, and what is fastened on it.
             * @default []
             */
            fastenings: components["schemas"]["Fastening"][];
            /**
             * @description What it stands on.
             * @default []
             */
            feet: components["schemas"]["Point"][];
            /** @default null */
            gear: components["schemas"]["Point"] | null;
            /**
             * Format: int32
             * @description What it weighs, in grams.
             * @default 0
             */
            grams: number;
            /**
             * @description Where a hand goes.
             * @default []
             */
            grips: components["schemas"]["Grip"][];
            /** @default null */
            inside: components["schemas"]["Block"] | null;
            /** @default null */
            lens: components["schemas"]["Lens"] | null;
            /**
             * Format: double
             * @description For a lens adapter: what it makes of the image circle and the angle; 1 where it has no glass.
             * @default null
             */
            magnifies: number | null;
            /** @default null */
            matte: components["schemas"]["Matte"] | null;
            /**
             * @description Whether what is on it hangs above people.
             * @default false
             */
            overhead: boolean;
            /**
             * Format: int32
             * @description For a head, a gimbal, legs, an arm: the most that it carries, in grams.
             * @default null
             */
            payload_grams: number | null;
            /**
             * @description Whether it holds what hangs should its fastening give: a safety cable.
             * @default false
             */
            secures: boolean;
            /**
             * @description For a body: width and height of its sensor.
             * @default null
             */
            sensor_mm: number[] | null;
            /**
             * @description Where its sockets are.
             * @default []
             */
            sockets: components["schemas"]["Socket"][];
            /**
             * @description What must stay free: doors, controls, vents, screens.
             * @default []
             */
            zones: components["schemas"]["Zone"][];
        };
        /**
         * @description What holds copying up.
         * @enum {string}
         */
        Bound: "reader" | "bus" | "drive" | "card" | "nothing";
        /** @description A break of the day. */
        BreakReport: {
            /**
             * Format: int64
             * @description When it ends.
             */
            ends: number;
            /** @description What the plan calls it. */
            name: string;
            /**
             * Format: int64
             * @description In seconds since midnight.
             */
            starts: number;
        };
        /** @description One complete wiring and configuration of the floor. */
        Build: {
            /** @description Cables and radio pairings between ports. */
            connections: components["schemas"]["Connection"][];
            /** @description Short id. */
            id: components["schemas"]["String"];
            /** @description What sits on what. */
            joints?: components["schemas"]["Joint"][];
            /** @description Its name. */
            name: string;
            /** @description What destinations must get. */
            needs: components["schemas"]["Need"][];
            /** @description Devices in it. */
            placements: components["schemas"]["Placement"][];
            room_noise?: components["schemas"]["Decibels"] | null;
            /** @description What is shot in its day. */
            schedule?: components["schemas"]["ScheduleEntry"][];
            timecode_master?: components["schemas"]["String"] | null;
            /** @description Groups that travel together, in the order of the map's bands. */
            units: components["schemas"]["Unit"][];
        };
        /** @description What must be done to make one build of another. */
        BuildChange: {
            /** @description What comes off, in words; what sits on it comes with it. */
            off: string[];
            /** @description What goes on. */
            on: string[];
            /**
             * Format: int64
             * @description How long they take, as a guide.
             */
            seconds: number;
            /** @description The steps. */
            steps: components["schemas"]["StepReport"][];
            /** @description The same in words. */
            takes: string;
        };
        /** @description What is different in the second build. */
        BuildComparison: {
            /** @description Devices that it adds. */
            added: string[];
            /** @description Devices that are others under the same handle, or set otherwise. */
            changed: string[];
            /** @description Needs that it adds, hasn't, or has otherwise. */
            needs: string[];
            /** @description What that does to arrivals, recordings and findings. */
            outlook: components["schemas"]["Outlook"];
            /** @description Devices that it hasn't. */
            removed: string[];
            /** @description Cables that it adds, hasn't, or has otherwise. */
            rewired: string[];
        };
        /** @example 512 GB */
        Bytes: string;
        /** @description A cable as the catalogue describes it; its length is chosen where it is used. */
        Cable: {
            coax?: components["schemas"]["Coax"] | null;
            data_rate?: components["schemas"]["BitRate"] | null;
            /** @description The plugs at its two ends; either may go to the output unless it is one-way. */
            ends: components["schemas"]["Connector"][];
            hdmi?: components["schemas"]["HdmiGeneration"] | null;
            /** @description The catalogue's id: `coax-rg6`. */
            id: string;
            make?: components["schemas"]["HdmiMake"] | null;
            /** @description Its name in full. */
            name: string;
            /** @description Whether it works from the first end to the second only. */
            one_way?: boolean;
            power?: components["schemas"]["PowerCable"] | null;
            reach?: components["schemas"]["Length"] | null;
            sdi?: components["schemas"]["SdiClass"] | null;
            /** @description For sound: whether one side of the signal is the ground. */
            unbalanced?: boolean;
            /** @description What it can carry. */
            wires: components["schemas"]["Wire"][];
        };
        /** @description A ceiling on quality. */
        Cap: {
            bits?: components["schemas"]["Depth"] | null;
            raster?: components["schemas"]["Raster"] | null;
            sampling?: components["schemas"]["Sampling"] | null;
        };
        /**
         * @description Whether several smaller cards or few large ones are planned with.
         * @enum {string}
         */
        CardSize: "several-smaller" | "few-large";
        /** @description A case and what is in it. */
        CaseReport: {
            /** @description Its inside from above: across and along, in millimetres. */
            inside_mm: number[];
            /** @description The catalogue’s id. */
            item: string;
            /**
             * Format: double
             * @description What it weighs with all of that, in kilograms.
             */
            kilograms: number;
            /**
             * Format: double
             * @description What it may hold, in kilograms, without itself.
             */
            limit_kilograms: number;
            /** @description Its name. */
            name: string;
            /** @description Its number, from 1. */
            number: number;
            /** @description What is in it, the bottom first. */
            pieces: components["schemas"]["PackedPiece"][];
            /** @description Whether it must be hired first. */
            to_hire: boolean;
        };
        /** @description Everything that items of a kit can be made from: a shelf for each kind. */
        Catalogue: {
            /** @description Adapters, barrels and clamps. */
            adapters: components["schemas"]["Adapter"][];
            /** @description Cables. */
            cables: components["schemas"]["Cable"][];
            /** @description Codecs. */
            codecs: components["schemas"]["Codec"][];
            /** @description Devices, in the order of the files. */
            devices: components["schemas"]["Device"][];
            /** @description Groups of formats that descriptions can be made from. */
            groups: components["schemas"]["FormatGroup"][];
            /** @description Cards and drives. */
            media: components["schemas"]["Medium"][];
        };
        /** @description One source on one track. */
        ChainReport: {
            /** @description Which of the stages that is, by its number. */
            clips_at?: number | null;
            /** @description What clips first. */
            clips_first?: string | null;
            /**
             * Format: double
             * @description The average on the track, against full scale.
             */
            dbfs: number;
            /**
             * Format: int64
             * @description From the microphone to the recorder, in microseconds.
             */
            delay_us: number;
            /** @description The output where it begins. */
            from: string;
            /**
             * Format: double
             * @description From the noise of the gear up to the average.
             */
            gear_snr_db: number;
            /**
             * Format: double
             * @description From the peaks to what clips first.
             */
            headroom_db?: number | null;
            /** @description Source, recorder and track: stable while they are. */
            id: string;
            /** @description Which of the two is louder, in words: *the room is louder than the gear*. */
            louder: string;
            /**
             * Format: double
             * @description The noise of the gear on the track.
             */
            noise_dbfs: number;
            /**
             * Format: double
             * @description Its peaks.
             */
            peak_dbfs: number;
            position?: components["schemas"]["PositionReport"] | null;
            /** @description The recorder. */
            recorder: components["schemas"]["String"];
            /** @description Its name. */
            recorder_name: string;
            /**
             * Format: double
             * @description The noise of the room on the track.
             */
            room_dbfs: number;
            /**
             * Format: double
             * @description From all noise up to the average.
             */
            snr_db: number;
            /** @description The device where it begins. */
            source: components["schemas"]["String"];
            /** @description Its name. */
            source_name: string;
            /** @description Every stage, the first first. */
            stages: components["schemas"]["StageReport"][];
            /** @description The track, from 1. */
            track: number;
            /** @description The track's name; empty where it has none. */
            track_name: string;
            worst?: components["schemas"]["Severity"] | null;
        };
        /** @description A production has a new revision. */
        Change: {
            /** @description Its id; empty where any may have changed. */
            production: string;
            /**
             * Format: int64
             * @description Its revision; 0 says that something was missed: look again.
             */
            revision: number;
        };
        /** @description One place that changed, with what is to be there. */
        Changed: {
            /** @description For what goes: only where it is this by then. */
            only?: unknown;
            /** @description Where. */
            path: string;
            /** @description For an entry that comes into a list, or moves in it: its place there. */
            place?: number | null;
            /** @description What is to be there; nothing where absent, what is there already where only a place is named. */
            value?: unknown;
        };
        /** @description What one channel holds. */
        ChannelLevels: {
            /**
             * Format: int64
             * @description How often it is clipped.
             */
            clipped_runs: number;
            /**
             * Format: double
             * @description Where the middle of the wave lies, full scale being 1.
             */
            dc: number;
            /**
             * Format: int64
             * @description How often it drops out.
             */
            dropouts: number;
            /**
             * Format: double
             * @description The loudness (EBU R 128, of this channel by itself); none where it is too short or too soft.
             */
            lufs?: number | null;
            /**
             * Format: double
             * @description The noise between words: a tenth of the time is softer.
             */
            noise_floor_dbfs: number;
            /**
             * Format: double
             * @description The highest sample, against full scale.
             */
            peak_dbfs: number;
            /**
             * Format: double
             * @description The average (RMS).
             */
            rms_dbfs: number;
            /**
             * Format: double
             * @description The highest point of the wave (BS.1770).
             */
            true_peak_dbfs: number;
        };
        /** @description A battery on a charger. */
        ChargeReport: {
            /** @description What is written on it, or what it is called. */
            battery: string;
            /** @description The charger. */
            charger: string;
            /**
             * Format: int64
             * @description From when on, in seconds since midnight.
             */
            from: number;
            /** @description Its kind. */
            item: string;
            /**
             * Format: int32
             * @description Which place on it, or on the next of its kind.
             */
            place: number;
            /**
             * Format: int64
             * @description When it is full.
             */
            until: number;
        };
        /** @description A charger. */
        Charger: {
            /** @description Whether it fills all of them at once; else in turn. */
            at_once?: boolean;
            /**
             * Format: int32
             * @description Batteries that it holds.
             */
            channels: number;
            mount?: components["schemas"]["Connector"] | null;
            /** @description What it gives one. */
            watts: components["schemas"]["Watts"];
        };
        /** @description Something to look at. */
        CheckItem: {
            /** @description Where: *Screens*, *Tracks*. */
            group: string;
            /** @description What it is known by while it is ticked off. */
            id: string;
            /** @description What should be so. */
            text: string;
        };
        /** @description One way to record, beside others. */
        ChoiceReport: {
            /** @description What the day writes. */
            bytes?: string | null;
            /**
             * Format: int32
             * @description Cards for the day.
             */
            cards?: number | null;
            /** @description The codec's name. */
            codec: string;
            /** @description From wrap until the last copy is verified. */
            copied?: string | null;
            /** @description Whether it is how the recorder is set now. */
            is_now: boolean;
            /** @description What the file really holds. */
            keeps?: string | null;
            /** @description What ends it first, and after how long. */
            lasts?: string | null;
            /** @description The cards' names. */
            media: string[];
            /** @description What the recorder must do, answered for this choice. */
            needs: components["schemas"]["NeedReport"][];
            /** @description Why it can't be, where it can't. */
            refusal?: string | null;
            /** @description What takes it. */
            take: components["schemas"]["Command"][];
            time?: components["schemas"]["RecordTime"] | null;
        };
        /** @description Choices to compare. */
        Choices: {
            /** @description The build. */
            build: components["schemas"]["String"];
            /** @description Up to four ways to record. */
            choices: components["schemas"]["RecordingSetting"][];
            /** @description The recorder. */
            device: components["schemas"]["String"];
        };
        /** @description What can be chosen on a device, wherever it stands. */
        Choosable: {
            /** @description Codecs that it records, by id: its own, and the crew's custom ones. */
            codecs?: string[];
            /** @description Inputs that it can show, pass on or record the picture of, in the order of its ports. */
            inputs?: string[];
            /** @description Cards and drives that go into its slots, by id. */
            media?: string[];
        };
        /** @description What a maker says of a device's clock. */
        Clock: {
            /** @description How far it may be off when it runs on its own, either way, once it is warm. */
            accuracy: string;
            /** @description Whether its crystal is compensated for temperature. */
            compensated?: boolean;
            holds?: components["schemas"]["Span"] | null;
            /**
             * Format: int32
             * @description By how many frames it is late when it is fed by cable.
             */
            late_frames?: number;
            /** @description Whether it is made to lead others. */
            leads?: boolean;
            /** @description For a body without timecode of its own: an audio track is spent on it. */
            on_track?: boolean;
            /** @description The radio by which it follows others of its kind, all the time. */
            radio?: string | null;
            /** @description What it can count; anything where none is named. */
            rates?: components["schemas"]["TimecodeRate"][];
            warm_up?: components["schemas"]["Span"] | null;
        };
        /** @description One clock. */
        ClockReport: {
            /** @description Whether its crystal is compensated for temperature. */
            compensated: boolean;
            /** @description What it counts. */
            counts: string;
            /** @description The device. */
            device: components["schemas"]["String"];
            /** @description How far it is from what set it, over the day: each piece ends where it is set again. */
            drift: components["schemas"]["DriftPiece"][];
            from?: components["schemas"]["String"] | null;
            locked_to?: components["schemas"]["String"] | null;
            /** @description Where that was measured; none where it is its maker's figure. */
            measured?: string | null;
            /**
             * Format: double
             * @description The most of that, in frames.
             */
            most_frames: number;
            /** @description Its name. */
            name: string;
            /**
             * Format: int32
             * @description The offset that is entered in its menu, in frames.
             */
            offset_frames?: number | null;
            /** @description How true its own clock is. */
            ppm: string;
            /** @description After how long it is half a frame off; none where it doesn't run apart. */
            rejam_after?: string | null;
            /** @description Whose clock it runs on in the end. */
            runs_on: components["schemas"]["String"];
            /** @description The same in a sentence. */
            says: string;
            /** @description The user bits that are set. */
            user_bits?: string | null;
            /**
             * @description How it gets its time, for a choice: *master*, *cable*, *track*, *radio*, *jammed*, *free-run*,
             *     *record-run*.
             */
            way: string;
            /**
             * @description What becomes of it when what feeds it is unplugged, when it is switched on, when its battery is
             *     changed.
             */
            without: string[];
            worst?: components["schemas"]["Severity"] | null;
        };
        /**
         * @description What is set for a device that keeps time. What isn't said follows from the cables: it is fed where
         *     something feeds it, else set once by the master.
         */
        ClockSetting: {
            measured?: components["schemas"]["MeasuredClock"] | null;
            /**
             * Format: int32
             * @description The offset that is entered in its menu, in frames.
             */
            offset_frames?: number | null;
            /** @description The user bits that it sends or records. */
            user_bits?: string | null;
            way?: components["schemas"]["ClockWay"] | null;
        };
        /** @example 20:30 */
        ClockTime: string;
        /**
         * @description How a device gets its time.
         * @enum {string}
         */
        ClockWay: "jammed" | "free-run" | "record-run";
        /**
         * @description The loss of a class of 75 Ω cable: 100 m lose `a`·√f + `b`·f decibels, f in GHz. The cable's
         *     own data sheet wins: a catalogue entry holds its own coefficients.
         */
        Coax: {
            /**
             * Format: double
             * @description The share that grows with the root of the frequency (skin effect).
             */
            a: number;
            /**
             * Format: double
             * @description The share that grows with the frequency (dielectric).
             */
            b: number;
        };
        /** @enum {string} */
        Code: "V-101" | "V-102" | "V-103" | "V-104" | "V-105" | "V-106" | "V-107" | "V-108" | "V-109" | "V-110" | "V-111" | "V-112" | "V-113" | "V-114" | "V-115" | "V-116" | "V-117" | "V-118" | "V-121" | "V-122" | "V-123" | "V-124" | "V-125" | "V-126" | "V-201" | "V-202" | "V-203" | "V-204" | "V-205" | "V-206" | "V-207" | "V-208" | "V-209" | "V-301" | "V-302" | "R-101" | "R-102" | "R-103" | "R-104" | "R-105" | "R-106" | "R-107" | "R-108" | "R-109" | "R-110" | "R-111" | "R-112" | "R-113" | "S-101" | "S-102" | "S-103" | "S-104" | "S-105" | "S-106" | "S-107" | "S-108" | "S-109" | "S-110" | "S-111" | "S-112" | "S-113" | "S-114" | "S-115" | "S-116" | "S-117" | "S-118" | "S-119" | "S-120" | "S-121" | "S-122" | "S-123" | "S-124" | "S-125" | "S-126" | "S-127" | "S-128" | "S-129" | "S-130" | "P-101" | "P-102" | "P-103" | "P-104" | "P-105" | "P-106" | "P-107" | "P-108" | "P-109" | "P-110" | "P-111" | "P-113" | "P-114" | "P-112" | "P-115" | "P-116" | "P-117" | "P-118" | "P-119" | "T-101" | "T-102" | "T-103" | "T-104" | "T-105" | "T-106" | "T-107" | "T-108" | "T-109" | "T-110" | "T-111" | "T-112" | "T-113" | "T-114" | "T-115" | "T-116" | "T-117" | "B-101" | "B-102" | "B-103" | "B-104" | "B-111" | "B-112" | "B-113" | "B-121" | "B-122" | "B-123" | "B-124" | "B-125" | "B-126" | "B-131" | "B-132" | "B-133" | "B-134" | "B-135" | "B-141" | "B-142" | "B-143" | "B-144" | "H-101" | "H-102" | "H-103" | "K-101" | "K-102" | "K-103" | "K-104" | "K-105" | "K-106";
        /** @description What there is to say about a kind of finding. */
        CodePage: {
            /** @description The code. */
            code: components["schemas"]["Code"];
            /** @description Why it matters. */
            matters: string;
            /** @description What it means. */
            means: string;
            /** @description Its name. */
            title: string;
            /** @description What to do. */
            todo: string;
        };
        /** @description A codec at one quality. */
        Codec: {
            /** @description The bit depth of its files. */
            bits: components["schemas"]["Depth"];
            /** @description What the container adds. */
            container?: components["schemas"]["Percent"];
            /** @description The containers that it is written in. */
            containers?: string[];
            /** @description Whether it is the crew's own: whatever they say records it does. */
            custom?: boolean;
            /** @description Codecs that belong together: *Mezzanine*. */
            family?: string;
            fastest?: components["schemas"]["FrameRate"] | null;
            /** @description The catalogue's id: `mezzanine-high`. */
            id: string;
            largest?: components["schemas"]["Raster"] | null;
            /** @description How its rate follows from the picture. */
            model: components["schemas"]["RateModel"];
            /** @description Its name in full. */
            name: string;
            /** @description Whether it records the sensor's samples, before any sampling of chroma. */
            raw?: boolean;
            /** @description The sampling of its files. */
            sampling: components["schemas"]["Sampling"];
        };
        /** @description One change of a production. The only way to change one. */
        Command: {
            /** @enum {string} */
            do: "rename-production";
            /** @description Its name. */
            name: string;
        } | {
            /** @enum {string} */
            do: "set-project-format";
            /** @description What it is to be. */
            format: components["schemas"]["PictureFormat"];
        } | {
            /** @enum {string} */
            do: "set-drop-frame";
            /** @description Whether it drops frames. */
            drop_frame: boolean;
        } | {
            /** @description Only the fields that it names change. */
            change: {
                /**
                 * Format: int32
                 * @description The air where it is shot, in whole degrees Celsius: heat limits follow it.
                 */
                air_celsius?: number;
                /** @description Where batteries and their plates are mounted. */
                battery_place?: components["schemas"]["BatteryPlace"];
                /** @description Whether several smaller cards or few large ones are planned with. */
                card_size?: components["schemas"]["CardSize"];
                /**
                 * Format: int32
                 * @description Verified copies that must exist before a card may be formatted.
                 */
                copies?: number;
                /** @description How late a picture may be for directing. */
                directing_within?: components["schemas"]["Delay"];
                /** @description How late a picture may be for pulling focus. */
                focus_within?: components["schemas"]["Delay"];
                /** @description Which stage does the work of amplifying. */
                gain?: components["schemas"]["GainSchool"];
                /** @description What a wall socket gives where it is shot, and what its breaker holds. */
                mains?: components["schemas"]["Mains"];
                /** @description When cards and inner batteries go into a rig that is built. */
                media_loading?: components["schemas"]["MediaLoading"];
                /** @description When a card is changed. */
                media_swap?: components["schemas"]["MediaSwap"];
                /** @description Where the operator’s monitor is mounted. */
                monitor_place?: components["schemas"]["MonitorPlace"];
                /** @description Which size of monitor goes on which rig. */
                monitor_size?: components["schemas"]["MonitorSize"];
                /** @description How late a picture may be for operating. */
                operating_within?: components["schemas"]["Delay"];
                /** @description Where the picture of record is made. */
                picture_of_record?: components["schemas"]["PictureOfRecord"];
                /** @description What a rig hangs on. */
                power?: components["schemas"]["PowerSchool"];
                /** @description What the file system and the recorder keep back of a card. */
                reserve?: components["schemas"]["Percent"];
                /** @description What is kept between the peaks of a source and the first stage that clips. */
                sound_headroom?: components["schemas"]["Decibels"];
                /** @description Where the sound of record is made. */
                sound_of_record?: components["schemas"]["SoundOfRecord"];
                /** @description Where the average of a source is to stand, against full scale. */
                sound_reference?: components["schemas"]["Decibels"];
                /** @description How late a live screen in sight of the stage may be. */
                stage_within?: components["schemas"]["Delay"];
                /** @description The fill at which a card is changed. */
                swap_level?: components["schemas"]["Percent"];
                /** @description What timecode boxes are for. */
                timecode?: components["schemas"]["TimecodeSchool"];
                /** @description How the wireless transmitter is fed. */
                transmitter_feed?: components["schemas"]["TransmitterFeed"];
            };
            /** @enum {string} */
            do: "set-house-rules";
        } | {
            /** @enum {string} */
            do: "set-kit";
            /** @description What is to be there of one thing. */
            line: components["schemas"]["KitChange"];
        } | {
            /** @enum {string} */
            do: "add-to-kit";
            /** @description How many more of one thing. */
            line: components["schemas"]["KitChange"];
        } | {
            /** @description Its place among them; the end where not said. */
            at?: number | null;
            /** @enum {string} */
            do: "put-entry";
            /** @description The description. */
            entry: components["schemas"]["Device"];
        } | {
            /** @enum {string} */
            do: "remove-entry";
            /** @description Its id. */
            entry: string;
        } | {
            /** @description Its place among them; the end where not said. */
            at?: number | null;
            /** @description The codec. */
            codec: components["schemas"]["Codec"];
            /** @enum {string} */
            do: "put-codec";
        } | {
            /** @description Its id. */
            codec: components["schemas"]["String"];
            /** @enum {string} */
            do: "remove-codec";
        } | {
            /** @description Only the fields that it names change. */
            change: {
                /** @description What the bus behind all readers carries. */
                bus_rate?: components["schemas"]["BitRate"];
                /** @description What each drive keeps up when written; every drive gets every byte. */
                drives?: components["schemas"]["BitRate"][];
                /** @description What the storage is planned with on top, for growth. */
                margin?: components["schemas"]["Percent"];
                /** @description What a reader reads at most. */
                reader_rate?: components["schemas"]["BitRate"];
                /**
                 * Format: int32
                 * @description Readers, each with one card at a time.
                 */
                readers?: number;
                /** @description How copies are made sure of. */
                verify?: components["schemas"]["Verify"];
                /** @description From the camera to the reader, and from there back. */
                way?: components["schemas"]["Span"];
            };
            /** @enum {string} */
            do: "set-station";
        } | {
            /** @enum {string} */
            do: "set-job";
            /** @description Its lines. */
            job: components["schemas"]["JobLine"][];
        } | {
            /** @description All of them. */
            assemblies: components["schemas"]["Assembly"][];
            /** @enum {string} */
            do: "set-assemblies";
        } | {
            /** @enum {string} */
            do: "add-build";
            from?: components["schemas"]["String"] | null;
            id?: components["schemas"]["String"] | null;
            /** @description Its name. */
            name: string;
        } | {
            /** @description The build. */
            build: components["schemas"]["String"];
            /** @enum {string} */
            do: "remove-build";
        } | {
            /** @description Its place among them. */
            at: number;
            /** @description The build. */
            build: components["schemas"]["Build"];
            /** @enum {string} */
            do: "put-build";
        } | {
            /** @description In which build. */
            build: components["schemas"]["String"];
            cable?: components["schemas"]["String"] | null;
            /** @enum {string} */
            do: "connect";
            /** @description The output. */
            from: components["schemas"]["PortRef"];
            length?: components["schemas"]["Length"] | null;
            /** @description The input. */
            to: components["schemas"]["PortRef"];
        } | {
            /** @description What is to be where. */
            changes: components["schemas"]["Changed"][];
            /** @enum {string} */
            do: "restore";
        } | {
            /** @description Its place among them; the end where not said. */
            at?: number | null;
            /** @description In which build. */
            build: components["schemas"]["String"];
            /** @enum {string} */
            do: "put-schedule-entry";
            /** @description The part of the day. */
            entry: components["schemas"]["ScheduleEntry"];
        } | {
            /** @description In which build. */
            build: components["schemas"]["String"];
            /** @description Only the fields that it names change. */
            change: {
                /** @description Short id. */
                id?: components["schemas"]["String"];
                /** @description How long it goes on. */
                length?: components["schemas"]["Span"];
                /** @description Its name: *The pour*. */
                name?: string;
                /** @description Which recorders roll; every one where none is named. */
                recorders?: components["schemas"]["String"][];
                /** @description How much of that is rolled. */
                rolls?: components["schemas"]["Rolls"];
                /** @description When it begins. */
                start?: components["schemas"]["ClockTime"];
            };
            /** @enum {string} */
            do: "set-schedule-entry";
            /** @description Its id. */
            entry: components["schemas"]["String"];
        } | {
            /** @description In which build. */
            build: components["schemas"]["String"];
            /** @enum {string} */
            do: "remove-schedule-entry";
            /** @description Its id. */
            entry: components["schemas"]["String"];
        } | {
            /** @description In which build. */
            build: components["schemas"]["String"];
            /** @enum {string} */
            do: "rename-build";
            /** @description Its name. */
            name: string;
        } | {
            /** @description In which build. */
            build: components["schemas"]["String"];
            /** @enum {string} */
            do: "add-unit";
            /** @description Its name. */
            name: string;
        } | {
            /** @description In which build. */
            build: components["schemas"]["String"];
            /** @enum {string} */
            do: "rename-unit";
            /** @description Its name. */
            name: string;
            /** @description The unit. */
            unit: components["schemas"]["String"];
        } | {
            /** @description In which build. */
            build: components["schemas"]["String"];
            /** @enum {string} */
            do: "remove-unit";
            /** @description The unit. */
            unit: components["schemas"]["String"];
        } | {
            /** @description In which build. */
            build: components["schemas"]["String"];
            /** @description The catalogue’s id. */
            device: components["schemas"]["String"];
            /** @enum {string} */
            do: "add-device";
            handle?: components["schemas"]["String"] | null;
            /** @description Its name on this floor; made from the catalogue’s where not given. */
            name?: string | null;
            /** @description The unit that it travels with. */
            unit: components["schemas"]["String"];
        } | {
            /** @description In which build. */
            build: components["schemas"]["String"];
            /** @description The device on the floor. */
            device: components["schemas"]["String"];
            /** @enum {string} */
            do: "remove-device";
        } | {
            /** @description In which build. */
            build: components["schemas"]["String"];
            /** @description The device on the floor. */
            device: components["schemas"]["String"];
            /** @enum {string} */
            do: "rename-device";
            /** @description Its name. */
            name: string;
        } | {
            /** @description In which build. */
            build: components["schemas"]["String"];
            /** @description The device on the floor. */
            device: components["schemas"]["String"];
            /** @enum {string} */
            do: "move-device";
            /** @description The unit that it is to travel with. */
            unit: components["schemas"]["String"];
        } | {
            /** @description In which build. */
            build: components["schemas"]["String"];
            /** @description The connection. */
            connection: components["schemas"]["String"];
            /** @enum {string} */
            do: "disconnect";
        } | {
            /** @description In which build. */
            build: components["schemas"]["String"];
            cable?: components["schemas"]["String"] | null;
            /** @description The connection. */
            connection: components["schemas"]["String"];
            /** @enum {string} */
            do: "set-cable";
            length?: components["schemas"]["Length"] | null;
        } | {
            /** @description In which build. */
            build: components["schemas"]["String"];
            /** @description The connection. */
            connection: components["schemas"]["String"];
            /** @enum {string} */
            do: "set-surroundings";
            /** @description What they are. */
            surroundings: components["schemas"]["Surroundings"];
        } | {
            /** @description The catalogue’s ids. */
            adapters: components["schemas"]["String"][];
            /** @description In which build. */
            build: components["schemas"]["String"];
            /** @description The connection. */
            connection: components["schemas"]["String"];
            /** @enum {string} */
            do: "set-adapters";
        } | {
            /** @description The input. */
            at: components["schemas"]["PortRef"];
            /** @description In which build. */
            build: components["schemas"]["String"];
            /** @enum {string} */
            do: "set-input";
            setting?: components["schemas"]["InputSetting"] | null;
        } | {
            /** @description In which build. */
            build: components["schemas"]["String"];
            /** @description The device on the floor. */
            device: components["schemas"]["String"];
            /** @enum {string} */
            do: "set-playback";
            /** @description Whether it does. */
            playback: boolean;
        } | {
            /** @description In which build. */
            build: components["schemas"]["String"];
            /** @description The device on the floor. */
            device: components["schemas"]["String"];
            /** @enum {string} */
            do: "set-squeeze";
            squeeze?: components["schemas"]["Squeeze"] | null;
        } | {
            /** @description In which build. */
            build: components["schemas"]["String"];
            /** @description Whether it takes a squeeze out. */
            desqueeze?: boolean | null;
            /** @description The device on the floor. */
            device: components["schemas"]["String"];
            /** @enum {string} */
            do: "set-screen";
            /** @description Whether the screen applies a look. */
            look?: boolean | null;
        } | {
            /** @description The output. */
            at: components["schemas"]["PortRef"];
            /** @description In which build. */
            build: components["schemas"]["String"];
            /** @description Only the fields that it names change. */
            change: {
                /**
                 * Format: int32
                 * @description On a transmitter: its channel; a free one where not said.
                 */
                channel?: number | null;
                /** @description With the squeeze of the lens taken out. */
                desqueeze?: boolean;
                format?: components["schemas"]["PictureFormat"] | null;
                level?: components["schemas"]["Level"] | null;
                /**
                 * Format: int32
                 * @description Over how many SDI links, from this output on; one where not said.
                 */
                links?: number | null;
                /** @description With a look applied. */
                look?: boolean;
                mapping?: components["schemas"]["Mapping"] | null;
                /** @description With overlays: menus, frame lines, figures. */
                overlay?: boolean;
                /** @description Sensor raw, by the carriage's name, in the place of a picture. */
                raw?: string | null;
                /** @description On a router: the input that goes to this output. */
                source?: string | null;
                /** @description Without the record trigger that it can send. */
                trigger_off?: boolean;
            };
            /** @enum {string} */
            do: "set-output";
        } | {
            /** @description In which build. */
            build: components["schemas"]["String"];
            /** @description The device on the floor. */
            device: components["schemas"]["String"];
            /** @enum {string} */
            do: "choose-input";
            input?: components["schemas"]["String"] | null;
        } | {
            /** @description In which build. */
            build: components["schemas"]["String"];
            /** @description The device on the floor. */
            device: components["schemas"]["String"];
            /** @enum {string} */
            do: "set-timecode";
            timecode?: components["schemas"]["TimecodeRate"] | null;
        } | {
            /** @description In which build. */
            build: components["schemas"]["String"];
            /** @description Only the fields that it names change. */
            change: {
                measured?: components["schemas"]["MeasuredClock"] | null;
                /**
                 * Format: int32
                 * @description The offset that is entered in its menu, in frames.
                 */
                offset_frames?: number | null;
                /** @description The user bits that it sends or records. */
                user_bits?: string | null;
                way?: components["schemas"]["ClockWay"] | null;
            };
            /** @description The device on the floor. */
            device: components["schemas"]["String"];
            /** @enum {string} */
            do: "set-clock";
        } | {
            /** @description In which build. */
            build: components["schemas"]["String"];
            /** @description Only the fields that it names change. */
            change: {
                charge?: components["schemas"]["Percent"] | null;
                /** @description Runs of batteries that are known good, with this load on them. */
                draws?: components["schemas"]["MeasuredDraw"][];
                health?: components["schemas"]["Percent"] | null;
                /** @description What is written on it: *B3*. */
                number?: string | null;
                /** @description Runs that were measured from full to empty. */
                runs?: components["schemas"]["MeasuredRun"][];
                watts?: components["schemas"]["Watts"] | null;
            };
            /** @description The battery, or what draws power, on the floor. */
            device: components["schemas"]["String"];
            /** @enum {string} */
            do: "set-power";
        } | {
            /** @description Its place among them; the end where not said. */
            at?: number | null;
            /** @description In which build. */
            build: components["schemas"]["String"];
            /** @enum {string} */
            do: "put-joint";
            /** @description What sits on what, and where. */
            joint: components["schemas"]["Joint"];
        } | {
            /** @description In which build. */
            build: components["schemas"]["String"];
            /** @enum {string} */
            do: "remove-joint";
            /** @description The fastening that sits. */
            part: string;
        } | {
            /** @description In which build. */
            build: components["schemas"]["String"];
            device?: components["schemas"]["String"] | null;
            /** @enum {string} */
            do: "set-timecode-master";
        } | {
            /** @description In which build. */
            build: components["schemas"]["String"];
            change?: null | {
                /** @description The codec's id. */
                codec?: components["schemas"]["String"];
                /** @description A dummy battery (coupler) feeds it in the place of the inner battery: less heat inside. */
                dummy_battery?: boolean;
                format?: components["schemas"]["PictureFormat"] | null;
                /** @description Cards or drives in its slots, by id, recorded one after the other. */
                media?: components["schemas"]["String"][];
                /** @description Starts and stops by the record trigger that comes beside its picture; by hand where not said. */
                on_trigger?: boolean;
                pre_record?: components["schemas"]["Span"] | null;
                proxy?: components["schemas"]["String"] | null;
                /**
                 * Format: int32
                 * @description Samples of sound a second; 48,000 where not said.
                 */
                sample_rate?: number | null;
                /** @description Its screen stands away from the body: heat leaves it sooner. */
                screen_flipped_out?: boolean;
                sensor_rate?: components["schemas"]["FrameRate"] | null;
                /** @description How several slots are used. */
                slots?: components["schemas"]["SlotUse"];
                /**
                 * Format: int32
                 * @description Bits a sample of sound: 16, 24, or 32 for floating point; 24 where not said.
                 */
                sound_bits?: number | null;
                /** @description To the drive on its data port, in the place of cards. */
                to_drive?: boolean;
                /** @description Sound tracks recorded. */
                tracks?: number;
            };
            /** @description The device on the floor. */
            device: components["schemas"]["String"];
            /** @enum {string} */
            do: "set-recording";
        } | {
            /** @description The port. */
            at: components["schemas"]["PortRef"];
            /** @description In which build. */
            build: components["schemas"]["String"];
            /** @description Only the fields that it names change. */
            change: {
                /** @description Whether the gain follows the level by itself. */
                auto_gain?: boolean;
                /**
                 * Format: int32
                 * @description On a transmitter's antenna: what it is tuned to, in kilohertz.
                 */
                frequency_khz?: number | null;
                gain?: components["schemas"]["Decibels"] | null;
                level?: components["schemas"]["LevelKind"] | null;
                /** @description Whether the limiter is in. */
                limiter?: boolean | null;
                measured?: components["schemas"]["MeasuredLevel"] | null;
                /** @description Whether the input's own pad is in. */
                pad?: boolean | null;
                /** @description Whether 48 V are on. */
                phantom?: boolean | null;
            };
            /** @enum {string} */
            do: "set-sound";
        } | {
            /** @description In which build. */
            build: components["schemas"]["String"];
            /** @description The microphone. */
            device: components["schemas"]["String"];
            /** @enum {string} */
            do: "set-position";
            position?: components["schemas"]["Position"] | null;
        } | {
            /** @description In which build. */
            build: components["schemas"]["String"];
            /** @description The recorder. */
            device: components["schemas"]["String"];
            /** @enum {string} */
            do: "set-tracks";
            /** @description Its tracks, the first first. */
            tracks: components["schemas"]["TrackSetting"][];
        } | {
            /** @description In which build. */
            build: components["schemas"]["String"];
            /** @enum {string} */
            do: "set-room-noise";
            noise?: components["schemas"]["Decibels"] | null;
        } | {
            /** @description In which build. */
            build: components["schemas"]["String"];
            /** @enum {string} */
            do: "put-need";
            /** @description The need. */
            need: components["schemas"]["Need"];
        } | {
            /** @description In which build. */
            build: components["schemas"]["String"];
            /** @description Only the fields that it names change. */
            change: {
                /** @description The screen or recorder. */
                at?: components["schemas"]["String"];
                bits?: components["schemas"]["Depth"] | null;
                /** @description Without overlays. */
                clean?: boolean;
                /** @description Short id. */
                id?: components["schemas"]["String"];
                length?: components["schemas"]["Span"] | null;
                /** @description With the look, or without it; as it comes where not said. */
                look?: boolean | null;
                of?: components["schemas"]["String"] | null;
                /** @description What for. */
                purpose?: components["schemas"]["Purpose"];
                raster?: components["schemas"]["Raster"] | null;
                sampling?: components["schemas"]["Sampling"] | null;
                /** @description Sound channels that must come along. */
                sound?: number;
                within?: components["schemas"]["Delay"] | null;
            };
            /** @enum {string} */
            do: "set-need";
            /** @description Its id. */
            need: components["schemas"]["String"];
        } | {
            /** @description In which build. */
            build: components["schemas"]["String"];
            /** @description The device on the floor. */
            device: components["schemas"]["String"];
            /** @enum {string} */
            do: "must-record";
            length?: components["schemas"]["Span"] | null;
        } | {
            /** @description In which build. */
            build: components["schemas"]["String"];
            /** @enum {string} */
            do: "remove-need";
            /** @description Its id. */
            need: components["schemas"]["String"];
        } | {
            /** @description In which build. */
            build: components["schemas"]["String"];
            /** @enum {string} */
            do: "put-back";
            /** @description What was taken out. */
            kept: components["schemas"]["TakenOut"];
        };
        /** @description Recordings to be compared: the runs that were read in each. */
        CompareBody: {
            /** @description Two to twelve. */
            recordings: components["schemas"]["ComparedRecording"][];
        };
        /** @description One channel of a recording against the track that the plan has at its place. */
        Compared: {
            /** @description The channel, from 1. */
            channel: number;
            /** @description The input that the track is fed from, and its channel, where there is one alone. */
            input?: [
                string,
                number
            ] | null;
            /**
             * Format: double
             * @description So much louder than planned.
             */
            louder_db?: number | null;
            /**
             * Format: double
             * @description Where it stands.
             */
            measured_dbfs: number;
            /**
             * Format: double
             * @description Where it was to stand, against full scale.
             */
            planned_dbfs?: number | null;
            /** @description In a sentence. */
            says: string;
            /** @description The track's name; none where the plan has no such track. */
            track?: string | null;
        };
        /** @description Two recordings against each other. */
        ComparedPair: {
            /**
             * Format: double
             * @description How far the other’s clock is off that of the one, where one recorder recorded both.
             */
            clock_ppm?: number | null;
            /**
             * Format: double
             * @description How much longer the same time takes in the other, in parts in a million.
             */
            drift_ppm?: number | null;
            /** @description The first label that both have. */
            first?: string | null;
            /** @description The last. */
            last?: string | null;
            /**
             * Format: double
             * @description The last in frames.
             */
            offset_end_frames?: number | null;
            /**
             * Format: double
             * @description The same of the last label.
             */
            offset_end_ms?: number | null;
            /**
             * Format: double
             * @description The first in frames.
             */
            offset_start_frames?: number | null;
            /**
             * Format: double
             * @description How much later the other has the first label that both have, in milliseconds; none where they share
             *     no label.
             */
            offset_start_ms?: number | null;
            /** @description The one, from 0. */
            one: number;
            /** @description The other. */
            other: number;
        };
        /** @description One of them. */
        ComparedRecording: {
            /** @description Its name. */
            name: string;
            /** @description Its runs. */
            runs: components["schemas"]["RunTimes"][];
        };
        /** @description One way to go on with a line. */
        Completion: {
            /** @description The line, completed this far. */
            line: string;
            /** @description What the completed part is: *SDI 1 of A camera*. */
            says: string;
        };
        /** @description What a device does. */
        Condition: {
            /** @enum {string} */
            is: "faster";
            /** @description Frames a second. */
            than: components["schemas"]["FrameRate"];
        } | {
            /** @enum {string} */
            is: "recording-inside";
        } | {
            /** @enum {string} */
            is: "recording-to-drive";
        } | {
            /** @enum {string} */
            is: "raw-out";
        } | {
            /** @enum {string} */
            is: "playback";
        } | {
            /** @enum {string} */
            is: "in-use";
            /** @description The port’s id. */
            port: string;
        };
        /** @description Something that a device may do at the same time. */
        ConditionOffer: {
            /** @description The condition. */
            condition: components["schemas"]["Condition"];
            /** @description In words: *it records inside*. */
            label: string;
        };
        /** @description A cable (or a radio pairing) from an output to an input. */
        Connection: {
            /** @description Adapters, barrels, elbows and clamps on it, by id. */
            adapters?: components["schemas"]["String"][];
            /** @description The catalogue's id of the cable. */
            cable: components["schemas"]["String"];
            /** @description The output. */
            from: components["schemas"]["PortRef"];
            /** @description Short id. */
            id: components["schemas"]["String"];
            /** @description How long it is; for a radio pairing, the distance. */
            length: components["schemas"]["Length"];
            /** @description For a radio pairing: what stands between the antennas. */
            surroundings?: components["schemas"]["Surroundings"];
            /** @description The input. */
            to: components["schemas"]["PortRef"];
        };
        /** @description One cable, measured. */
        ConnectionReport: {
            /** @description Whether it goes over the air: a pairing, not a cable. */
            air: boolean;
            /** @description Cautions for whoever plugs it in. */
            care: string[];
            /** @description Its id. */
            id: components["schemas"]["String"];
            /** @description What flows, for the map: *2160p25 · 6G*. */
            label: string;
            load?: components["schemas"]["LoadReport"] | null;
            /** @description Connections that it feeds, through the device at its end. */
            next: components["schemas"]["String"][];
            /** @description The kinds of signal on it, thickest first. */
            signals: components["schemas"]["SignalKind"][];
            worst?: components["schemas"]["Severity"] | null;
        };
        /** @description A socket, and the plug that fits it: bnc, hdmi-a, hdmi-c, hdmi-d, xlr-3, xlr-5, mini-xlr-3, mini-xlr-5, jack35, jack35-trrs, jack635, hot-shoe, rca, usb-c, pin-5, flash-sync, fibre, v-mount, three-stud, camcorder, cell-a, cell-b, d-tap, dc-2, dc-4, dc-8, barrel-21, barrel-25, usb-a, mains, air, built-in, own; or a maker’s own, by any other name. */
        Connector: string;
        /** @description What is known of a connector. */
        ConnectorFacts: {
            /** @description An antenna, not a plug. */
            air: boolean;
            /** @description Stands for a maker’s own at both ends of the cable that comes with it. */
            any_own: boolean;
            /** @description Nothing is plugged there. */
            built_in: boolean;
            /** @description What goes on a run of coax: each adapter there costs level. */
            coaxial: boolean;
            /** @description A pull on the cable breaks it sooner than the cable. */
            delicate: boolean;
            /** @description What it is called in files. */
            id: string;
            /** @description The wall. */
            mains: boolean;
            /** @description What it is called in sentences. */
            name: string;
            seat?: components["schemas"]["Seat"] | null;
            /** @description What stands beside a socket in a drawing. */
            short: string;
            /** @description It slips out of what is carried where nothing holds it. */
            slips: boolean;
            /** @description A small jack: three contacts and four go into each other, and don’t work. */
            small_jack: boolean;
            /** @description Its plug is long and stiff: a thin cable bends no nearer to it than a thick one. */
            stiff: boolean;
            /**
             * Format: double
             * @description How far a straight plug sticks out with the stiff beginning of its cable, in millimetres, as a guide.
             */
            straight_mm: number;
            /** @description Taps of a battery: one is made several by a splitter. */
            tap: boolean;
        };
        /** @description What a build costs, as far as prices are given. */
        Cost: {
            /** @description Everything in use beyond that, hired for a day. */
            a_day: components["schemas"]["Money"];
            /** @description Everything in use that is owned, at what it costs to buy. */
            bought: components["schemas"]["Money"];
            /**
             * Format: int32
             * @description Things in use.
             */
            things: number;
            /**
             * Format: int32
             * @description Things in use of which nobody says what they cost.
             */
            unpriced: number;
        };
        /** @description A crew's custom devices and codecs. */
        Custom: {
            /**
             * @description Codecs, with the crew's figures or measured.
             * @default []
             */
            codecs: components["schemas"]["Codec"][];
            /**
             * @description Devices.
             * @default []
             */
            devices: components["schemas"]["Device"][];
        };
        /** @description What a USB port for data does. */
        DataPort: {
            /** @description The rate that it keeps up. */
            keeps_up: components["schemas"]["BitRate"];
        };
        /** @description What follows from a day. */
        DayAnswer: {
            /** @description The first and the last second of the axis. */
            axis: number[];
            /** @description The same as a computer may show it. */
            binary_label: string;
            /**
             * Format: int64
             * @description What is written in all, in bytes.
             */
            bytes: number;
            /** @description In words. */
            bytes_label: string;
            /**
             * Format: int32
             * @description Cards needed so that no camera ever waits.
             */
            cards_needed: number;
            /**
             * Format: int32
             * @description Cards needed where none is used twice.
             */
            cards_without_reuse: number;
            /** @description Each card's day. */
            lanes: components["schemas"]["Lane"][];
            /** @description The same on the clock. */
            last_copy_done_at: string;
            /**
             * Format: int64
             * @description From wrap until the last copy is verified, in seconds.
             */
            last_copy_done_seconds: number;
            /** @description What limits. */
            limit: components["schemas"]["Bound"];
            /** @description What is shot when, and the breaks. */
            parts: components["schemas"]["DayPart"][];
            /** @description By kind of card. */
            pools: components["schemas"]["Pool"][];
            /** @description In sentences, the most important first. */
            says: string[];
            /** @description Every change of a card. */
            swaps: components["schemas"]["Swap"][];
            /** @description What one more of something would change. */
            what_if: components["schemas"]["WhatIf"][];
            /**
             * Format: int64
             * @description The end of the last entry, in seconds since midnight.
             */
            wrap_seconds: number;
        };
        /** @description A part of the day, on the axis of the cards. */
        DayPart: {
            /**
             * Format: int64
             * @description From when, in seconds since midnight.
             */
            from: number;
            /** @description Its id in the schedule. */
            id: components["schemas"]["String"];
            /** @description Whether nothing rolls. */
            is_break: boolean;
            /** @description Its name. */
            name: string;
            /**
             * Format: int64
             * @description Until when, in seconds since midnight.
             */
            to: number;
        };
        /** @example −20 dB */
        Decibels: string;
        /** @example 80 ms */
        Delay: string;
        /** @description How late a picture may be. */
        DelayLimit: {
            /** @description In words: *250 ms*. */
            label: string;
            /**
             * Format: int64
             * @description In microseconds.
             */
            us: number;
        };
        /** @example 10-bit */
        Depth: string;
        /** @description A device as the catalogue, or a crew, describes it. */
        Device: {
            battery?: components["schemas"]["Battery"] | null;
            body?: components["schemas"]["Body"] | null;
            clock?: components["schemas"]["Clock"] | null;
            /** @description Whether its screen can take an anamorphic squeeze out. */
            desqueezes?: boolean;
            drive?: components["schemas"]["Drive"] | null;
            /** @description The catalogue's id: `orrell-c4`. */
            id: string;
            /** @description Whether it keeps a count of its own that must agree with the others. */
            keeps_timecode?: boolean;
            /** @description What it is for. */
            kind: components["schemas"]["DeviceKind"];
            /** @description Ports that carry one picture over several SDI links. */
            links?: components["schemas"]["LinkGroup"][];
            /** @description The maker. */
            maker: string;
            /** @description What it does at the same time, and what that leaves of its outputs. */
            modes?: components["schemas"]["Mode"][];
            /** @description Its name in full: *Orrell C4 cinema body*. */
            name: string;
            /** @description What joins inputs to outputs inside it. */
            paths?: components["schemas"]["InternalPath"][];
            /** @description Its sockets and antennas, in the order in which they are listed on the device. */
            ports?: components["schemas"]["Port"][];
            power?: components["schemas"]["DevicePower"] | null;
            radio?: components["schemas"]["Radio"] | null;
            records?: components["schemas"]["RecordingAbility"] | null;
            /** @description Inputs whose picture its screen shows. */
            screen?: string[];
            /**
             * Format: int32
             * @description The size of its screen across the diagonal, in inches.
             */
            screen_inches?: number | null;
            /** @description Whether its screen can apply a look. */
            screen_look?: boolean;
        };
        /**
         * @description What a device is for, as the trade sorts it.
         * @enum {string}
         */
        DeviceKind: "camera" | "monitor" | "viewfinder" | "projector" | "recorder-monitor" | "recorder" | "encoder" | "drive" | "transmitter" | "receiver" | "viewer" | "converter" | "distribution" | "switcher" | "isolator" | "extender" | "port-box" | "microphone" | "mixer" | "sound-box" | "headphones" | "timecode-box" | "battery" | "power-box" | "charger" | "accessory" | "part";
        /** @description What a device draws, and how it passes power on. */
        DevicePower: {
            charger?: components["schemas"]["Charger"] | null;
            efficiency?: components["schemas"]["Percent"] | null;
            /**
             * Format: int32
             * @description What it weighs, in grams.
             */
            grams?: number | null;
            /** @description For several batteries: how they are used. */
            joins?: components["schemas"]["Joins"];
            /** @description Whether it is fed from the wall: it doesn’t end. */
            mains?: boolean;
            /** @description While it works otherwise than usual: the first that applies. */
            modes?: components["schemas"]["PowerMode"][];
            most?: components["schemas"]["Watts"] | null;
            /** @description An input that must have a battery on it, even where another feeds it. */
            must_hold?: string | null;
            own?: components["schemas"]["OwnBattery"] | null;
            peak?: components["schemas"]["Watts"] | null;
            standby?: components["schemas"]["Watts"] | null;
            starts?: components["schemas"]["Span"] | null;
            /** @description Whether it goes over from one input to the next without a break. */
            takes_over?: boolean;
            /** @description While it works. */
            typical?: components["schemas"]["Watts"];
            usb_budget?: components["schemas"]["Watts"] | null;
        };
        /** @description A device on the map. */
        DeviceReport: {
            /** @description Its column: how far it stands from the lens; sources that feed cameras stand in column 0. */
            column: number;
            /** @description Its handle. */
            id: components["schemas"]["String"];
            need?: components["schemas"]["Need"] | null;
            /** @description Whether it is a part of a rig: no device that is plugged into anything. */
            part?: boolean;
            worst?: components["schemas"]["Severity"] | null;
        };
        /**
         * @description Which way a port faces.
         * @enum {string}
         */
        Direction: "in" | "out";
        /** @description A straight piece of drift. */
        DriftPiece: {
            /**
             * Format: int64
             * @description When it is set again, or the day ends.
             */
            ends: number;
            /**
             * Format: double
             * @description How far it may be off by then, in frames.
             */
            frames: number;
            /**
             * Format: int64
             * @description When it was set, in seconds since midnight.
             */
            starts: number;
        };
        /** @description A drive that a body records to over its data port. */
        Drive: {
            /** @description Nominal capacity, decimal. */
            capacity: components["schemas"]["Bytes"];
            /** @description What it keeps up when written. */
            sustained_write: components["schemas"]["BitRate"];
        };
        /** @description What a sink says of itself. */
        Edid: {
            /** @description PCM channels that it takes. */
            audio: number;
            /**
             * Format: int32
             * @description The fastest fixed-rate link, in Gb/s.
             */
            frl_gbps?: number | null;
            /** @description The oldest HDMI generation with all that it takes. */
            generation: string;
            /** @description What it takes: each frame with samplings and depths. */
            modes: components["schemas"]["Mode"][];
            /** @description Its name, where it gives one. */
            name: string;
        };
        /** @description What a sink says of itself. */
        EdidReading: {
            /** @description As it was read. */
            edid: components["schemas"]["Edid"];
            /** @description As an input takes it. */
            setting: components["schemas"]["InputSetting"];
        };
        /** @description Commands, and the build whose report is to come back. */
        Edit: {
            /**
             * @description Whether an edit that would switch an output off is answered 409 with what it would change,
             *     and not made.
             */
            ask?: boolean;
            /** @description The build to report on. */
            build: components["schemas"]["String"];
            /** @description Who makes it, for the history. */
            by?: string | null;
            /** @description What to do, all of it or none. */
            commands: components["schemas"]["Command"][];
        };
        /**
         * @description What it takes to carry a fix out, in the order in which a first assistant would try: a setting,
         *     what lies unused in the kit, another cable, what costs something elsewhere, a hire, going without.
         * @enum {string}
         */
        Effort: "setting" | "kit" | "cable" | "compromise" | "hire" | "removal";
        /** @description Entries as a file. */
        EntriesFile: {
            /** @description Codecs. */
            codecs?: components["schemas"]["Codec"][];
            /** @description Devices. */
            entries?: components["schemas"]["Device"][];
            /** @description Always `west-rail-entries`. */
            format: string;
            /**
             * Format: int32
             * @description The version of the format.
             */
            version: number;
        };
        /** @description Whether a description can stand, and what it would do. */
        EntryAnswer: {
            /** @description The builds that use it, and what would change there. */
            builds: components["schemas"]["EntryOutlook"][];
            /** @description Why it can't stand, where it can't. */
            refusal?: string | null;
        };
        /** @description A description to look at. */
        EntryAsked: {
            /** @description The description. */
            entry: components["schemas"]["Device"];
        };
        /** @description What a description would change in one build. */
        EntryOutlook: {
            /** @description The build's id. */
            build: components["schemas"]["String"];
            /** @description Its name. */
            name: string;
            /** @description What would be different. */
            outlook: components["schemas"]["Outlook"];
        };
        /**
         * @description A way that something faces.
         * @enum {string}
         */
        Facing: "up" | "down" | "left" | "right" | "forward" | "back";
        /** @description What a thing is fastened with. */
        Fastening: {
            along?: components["schemas"]["Facing"] | null;
            /** @description Where. */
            at: components["schemas"]["Point"];
            /**
             * Format: double
             * @description The moment that its maker says it bears, in N·m.
             */
            bears?: number | null;
            /** @description The way out of the thing. */
            faces: components["schemas"]["Facing"];
            /** @description What it takes of its kind, where there are several: a mount, a plate’s system, a diameter. */
            fits?: string | null;
            /** @description Whether its screw is driven from the side of what carries, through it. */
            from_behind?: boolean;
            /** @description For what clamps on rods, or holds them: how far along it grips, behind and ahead of its place. */
            grips_mm?: number[] | null;
            /** @description Short id. */
            id: string;
            /** @description The kind. */
            kind: components["schemas"]["FasteningKind"];
            /**
             * Format: int32
             * @description Screws of the kind side by side: two keep from turning.
             */
            screws?: number;
            /** @description Its part in a joint. */
            side: components["schemas"]["Side"];
            /** @description Whether it is tilted. */
            tilts?: boolean;
            tool?: components["schemas"]["Tool"] | null;
            /** @description How far what sits there can slide along, from where to where, in millimetres. */
            travel?: number[] | null;
            /** @description Whether what sits there is turned about the fastening. */
            turns?: boolean;
        };
        /**
         * @description A kind of fastening.
         * @enum {string}
         */
        FasteningKind: "quarter" | "quarter-pins" | "three-eighths" | "three-eighths-pins" | "cold-shoe" | "cold-shoe-lock" | "rail" | "dovetail-38" | "bridge-dovetail" | "rosette" | "rods-15" | "rods-15-studio" | "rods-19" | "rod-15" | "v-mount" | "three-stud" | "camcorder-rail" | "battery-slot" | "bayonet" | "breech" | "lens-front" | "filter-tray" | "filter-thread" | "ball" | "bowl" | "soft";
        /**
         * @description How a card is formatted by the recorder.
         * @enum {string}
         */
        FileSystem: "exfat" | "fat32";
        /** @description One thing that the check has to say. */
        Finding: {
            /** @description What it is about. */
            area: components["schemas"]["Area"];
            /** @description Where it is. */
            at: components["schemas"]["Location"];
            /** @description The kind: `V-104`. */
            code: components["schemas"]["Code"];
            /** @description What would mend it, best first. */
            fixes: components["schemas"]["Fix"][];
            /** @description Stable while its cause stays: the code and the place. */
            id: string;
            /** @description Why it is so. */
            reason: string;
            /** @description How bad it is. */
            severity: components["schemas"]["Severity"];
            /** @description For one that nothing mends, where fixes were looked for: why. */
            stuck?: string | null;
            /** @description One plain sentence with the numbers in it. */
            text: string;
        };
        /** @description Something that would mend a finding: one undo. */
        Fix: {
            /** @description The commands that do it. */
            commands: components["schemas"]["Command"][];
            /** @description What it costs, in sentences: what was chosen and is given up, what is worse after it, what is to be hired. */
            costs: string[];
            /** @description What it takes to do it. */
            effort: components["schemas"]["Effort"];
            /** @description The same as long as it does the same: made from what it does. */
            id: string;
            /** @description What it does: *Set SDI 1 of A camera to 1920×1080p25 4:2:2 10-bit*. */
            title: string;
        };
        /** @description Formats that belong together: what an ordinary 12G input takes. */
        FormatGroup: {
            /** @description The formats. */
            formats: components["schemas"]["Abilities"];
            /** @description Its id. */
            id: string;
            /** @description What they amount to. */
            words: string;
        };
        /** @description Formats in every combination of these parts. */
        FormatSet: {
            /** @description Bit depths. */
            bits: components["schemas"]["Depth"][];
            /** @description Rasters. */
            rasters: components["schemas"]["Raster"][];
            /** @description Frame rates. */
            rates: components["schemas"]["FrameRate"][];
            /** @description Chroma samplings. */
            sampling: components["schemas"]["Sampling"][];
            /** @description Scans; progressive alone where not said. */
            scans?: components["schemas"]["Scan"][];
        };
        /** @description What an output can be set to. */
        FormatsReport: {
            /** @description Each format, at the project's frame rate. */
            formats: string[];
            /** @description In words: *up to 3840×2160p60 4:2:2 10-bit*. */
            words: string;
        };
        /** @example 25 */
        FrameRate: string;
        /** @description A gain at a port. */
        GainAt: {
            /** @description The port. */
            at: string;
            /** @description The gain. */
            gain: string;
            /** @description As people say it. */
            name: string;
        };
        /** @description A gain that can be set. */
        GainReport: {
            /**
             * Format: double
             * @description The least.
             */
            least_db: number;
            /**
             * Format: double
             * @description The most.
             */
            most_db: number;
            /** @description As it is. */
            now: string;
            /**
             * Format: double
             * @description In decibels.
             */
            now_db: number;
            /** @description Whether somebody set it; else it is planned. */
            set: boolean;
            /** @description The steps, where it has steps. */
            steps_db: number[];
        };
        /**
         * @description Which stage does the work of amplifying.
         * @enum {string}
         */
        GainSchool: "hot-source" | "camera-preamplifier";
        /** @description Frames that can't be read within a run. */
        Gap: {
            /**
             * Format: int64
             * @description The sample where the last of them ends.
             */
            end_sample: number;
            /**
             * Format: int64
             * @description The sample where the first of them begins.
             */
            first_sample: number;
            /**
             * Format: int64
             * @description How many.
             */
            frames: number;
        };
        /**
         * @description How a battery says how full it is.
         * @enum {string}
         */
        Gauge: "percent" | "minutes" | "four-steps" | "nothing";
        /** @example 12 V */
        Gives: string;
        /** @description What the list says of a build. */
        Glance: {
            /** @description The build. */
            build: components["schemas"]["String"];
            /**
             * Format: int32
             * @description Cards that its day needs; none where no day is planned.
             */
            cards_needed?: number | null;
            /** @description How many devices it has. */
            devices: number;
            /** @description How many rows more there are. */
            more: number;
            /** @description Its name. */
            name: string;
            /** @description Its line map in small. */
            rows: components["schemas"]["GlanceRow"][];
            /** @description The recorder of a picture that ends first, and after how long: *B camera, 30 min*. */
            shortest?: string | null;
            /** @description Its verdict. */
            verdict: components["schemas"]["Verdict"];
        };
        /** @description A row of the line map in small. */
        GlanceRow: {
            /** @description How many devices the line it leaves has passed before it leaves; 0 where it begins at the source. */
            after: number;
            /** @description Whether it begins a group. */
            begins: boolean;
            /** @description Whether it ends at a screen or recorder. */
            ends: boolean;
            /** @description How many devices stand on it. */
            stops: number;
            worst?: components["schemas"]["Severity"] | null;
        };
        /** @description Where a hand, or a shoulder, goes. */
        Grip: {
            /** @description The middle of the hand, or of the shoulder. */
            at: components["schemas"]["Point"];
            /** @description The space that the hand needs: its corner to the left, below, behind. */
            from: components["schemas"]["Point"];
            /** @description How. */
            kind: components["schemas"]["GripKind"];
            /** @description Its corner to the right, above, in front. */
            to: components["schemas"]["Point"];
        };
        /**
         * @description How a thing is held there.
         * @enum {string}
         */
        GripKind: "top" | "side" | "pad";
        /** @example 2.0 */
        HdmiGeneration: string;
        /**
         * @description How an HDMI cable is made.
         * @enum {string}
         */
        HdmiMake: "copper" | "thin" | "optical";
        /** @description What an HDMI port takes or sends. */
        HdmiPort: {
            /** @description PCM channels; 8 where not said. */
            audio?: number | null;
            /**
             * Format: int32
             * @description From 2.1 on: its fastest fixed-rate link, in Gb/s; 48 where not said.
             */
            frl_gbps?: number | null;
            /** @description Its generation. */
            generation: components["schemas"]["HdmiGeneration"];
        };
        /** @description A way to hold a rig. */
        HoldReport: {
            /**
             * Format: double
             * @description How far the centre is ahead of it, in millimetres.
             */
            ahead_mm: number;
            /** @description Where, on each drawing. */
            at: [
                number,
                number
            ][];
            /** @description The part. */
            by: components["schemas"]["String"];
            /**
             * Format: double
             * @description At the grips that keep it level, in newtons.
             */
            force_n?: number | null;
            /** @description *handle*, *shoulder*. */
            kind: string;
            /**
             * Format: double
             * @description To the right where it is above nothing, in degrees.
             */
            lean_degrees?: number | null;
            /** @description Its name. */
            name: string;
            /** @description In words. */
            says: string;
            /**
             * Format: double
             * @description Nose down where it is above nothing, in degrees.
             */
            tilt_degrees?: number | null;
        };
        /** @description A stop on the way. */
        Hop: {
            /** @description The port. */
            at: string;
            /** @description How the picture got here: the cable with its length, or what the device does. */
            by: string;
            /** @description Since the lens. */
            delay: string;
            /** @description What it depends on from here: the device's power, the cable, the air. */
            depends: string;
            /** @description The device's name. */
            device: string;
            /** @description What is left of it. */
            effective: string;
            /** @description How it travels here. */
            format: string;
            /** @description Device and port: *SDI 1 of A camera*. */
            name: string;
        };
        /** @description Choices and limits that checks and plans follow. */
        HouseRules: {
            /**
             * Format: int32
             * @description The air where it is shot, in whole degrees Celsius: heat limits follow it.
             * @default 20
             */
            air_celsius: number;
            /**
             * @description Where batteries and their plates are mounted.
             * @default behind
             */
            battery_place: components["schemas"]["BatteryPlace"];
            /**
             * @description Whether several smaller cards or few large ones are planned with.
             * @default several-smaller
             */
            card_size: components["schemas"]["CardSize"];
            /**
             * Format: int32
             * @description Verified copies that must exist before a card may be formatted.
             * @default 2
             */
            copies: number;
            /**
             * @description How late a picture may be for directing.
             * @default 250 ms
             */
            directing_within: components["schemas"]["Delay"];
            /**
             * @description How late a picture may be for pulling focus.
             * @default 80 ms
             */
            focus_within: components["schemas"]["Delay"];
            /**
             * @description Which stage does the work of amplifying.
             * @default hot-source
             */
            gain: components["schemas"]["GainSchool"];
            /**
             * @description What a wall socket gives where it is shot, and what its breaker holds.
             * @default 230-v-16-a
             */
            mains: components["schemas"]["Mains"];
            /**
             * @description When cards and inner batteries go into a rig that is built.
             * @default first
             */
            media_loading: components["schemas"]["MediaLoading"];
            /**
             * @description When a card is changed.
             * @default at-level
             */
            media_swap: components["schemas"]["MediaSwap"];
            /**
             * @description Where the operator’s monitor is mounted.
             * @default middle
             */
            monitor_place: components["schemas"]["MonitorPlace"];
            /**
             * @description Which size of monitor goes on which rig.
             * @default small-handheld
             */
            monitor_size: components["schemas"]["MonitorSize"];
            /**
             * @description How late a picture may be for operating.
             * @default 60 ms
             */
            operating_within: components["schemas"]["Delay"];
            /**
             * @description Where the picture of record is made.
             * @default in-camera
             */
            picture_of_record: components["schemas"]["PictureOfRecord"];
            /**
             * @description What a rig hangs on.
             * @default one-with-reserve
             */
            power: components["schemas"]["PowerSchool"];
            /**
             * @description What the file system and the recorder keep back of a card.
             * @default 3 %
             */
            reserve: components["schemas"]["Percent"];
            /**
             * @description What is kept between the peaks of a source and the first stage that clips.
             * @default 4 dB
             */
            sound_headroom: components["schemas"]["Decibels"];
            /**
             * @description Where the sound of record is made.
             * @default separate
             */
            sound_of_record: components["schemas"]["SoundOfRecord"];
            /**
             * @description Where the average of a source is to stand, against full scale.
             * @default −20 dB
             */
            sound_reference: components["schemas"]["Decibels"];
            /**
             * @description How late a live screen in sight of the stage may be.
             * @default 100 ms
             */
            stage_within: components["schemas"]["Delay"];
            /**
             * @description The fill at which a card is changed.
             * @default 85 %
             */
            swap_level: components["schemas"]["Percent"];
            /**
             * @description What timecode boxes are for.
             * @default box-stays-on
             */
            timecode: components["schemas"]["TimecodeSchool"];
            /**
             * @description How the wireless transmitter is fed.
             * @default own-output
             */
            transmitter_feed: components["schemas"]["TransmitterFeed"];
        };
        /** @description What an input can be switched to. */
        InputLevel: {
            /**
             * Format: double
             * @description Its noise as it would be at the input (EIN), in dBu.
             */
            ein_dbu: number;
            /**
             * Format: double
             * @description The converter's own noise, against full scale.
             */
            floor_dbfs?: number;
            /**
             * Format: double
             * @description What gives 0 dBFS behind it at 0 dB of gain, in dBu.
             */
            full_scale_dbu: number;
            /** @description The least and the most gain, in decibels. */
            gain_db: number[];
            /**
             * Format: double
             * @description What it loads the source with, in ohms.
             */
            impedance_ohm: number;
            /** @description What it is for. */
            kind: components["schemas"]["LevelKind"];
            /**
             * Format: double
             * @description The most that it takes whatever the gain, in dBu.
             */
            most_dbu: number;
            /** @description Whether it gives 48 V. */
            phantom?: boolean;
            /** @description Whether it gives plug-in power. */
            plug_in_power?: boolean;
        };
        /**
         * @description The other end that a port could be connected to: an input seen from an output, or the other way
         *     round.
         */
        InputReport: {
            /** @description The port. */
            at: string;
            /** @description Whether they fit as they are. */
            fits: boolean;
            /** @description Its name and its device's: *SDI in of Director*. */
            name: string;
            /** @description The reason. */
            reason: string;
        };
        /** @description What the sink behind an input says of itself, in the place of the catalogue's word. */
        InputSetting: {
            /** @description PCM channels. */
            audio: number;
            /**
             * Format: int32
             * @description Its fastest fixed-rate link, in Gb/s.
             */
            frl_gbps?: number | null;
            /** @description Where it comes from: *EDID of Bench 17*. */
            from: string;
            /** @description Its HDMI generation. */
            hdmi: components["schemas"]["HdmiGeneration"];
            /** @description What it takes. */
            takes: components["schemas"]["Abilities"];
        };
        /** @description A way through a device. */
        InternalPath: {
            /** @description What goes along. */
            carries?: components["schemas"]["SignalKind"][];
            /** @description What it adds in time. */
            delay?: components["schemas"]["PathDelay"];
            /** @description Inputs; where several, the picture comes from the one that is chosen, sound from all. */
            from: string[];
            /** @description What it leaves of the quality. */
            keeps?: components["schemas"]["Cap"];
            /** @description Whether a look can be burnt in on the way, as the output is set. */
            look?: boolean;
            /** @description Whether the picture is compressed with loss on the way. */
            lossy?: boolean;
            /** @description Whether overlays are burnt in on the way. */
            overlay?: boolean;
            /** @description The most sound channels that go along. */
            sound_channels?: number | null;
            sound_delay?: components["schemas"]["PathDelay"] | null;
            /** @description Outputs. */
            to: string[];
            /** @description Whether a record trigger goes along where the picture is made anew; a loop and a relay pass it anyway. */
            trigger?: boolean;
            /** @description How. */
            via: components["schemas"]["Via"];
        };
        /** @description A time of the day at which a clock is jammed. */
        JamReport: {
            /**
             * Format: int64
             * @description In seconds since midnight.
             */
            at: number;
            /** @description The clocks. */
            devices: components["schemas"]["String"][];
            /** @description The break that it falls into; none where no break comes in time. */
            in_break?: string | null;
            /** @description As a clock shows it. */
            label: string;
            /** @description Their names. */
            names: string[];
        };
        /** @description So many days of one build. */
        JobLine: {
            /** @description The build. */
            build: components["schemas"]["String"];
            /**
             * Format: int32
             * @description How many days.
             */
            days: number;
        };
        /** @description Storage for the job. */
        JobTotals: {
            /**
             * Format: int64
             * @description What is written in all, in bytes.
             */
            bytes: number;
            /** @description Both in words, decimal, then binary as a computer may show it. */
            bytes_label: string;
            /**
             * Format: int32
             * @description Shooting days.
             */
            days: number;
            /** @description A line for each build. */
            lines: string[];
            /** @description The storage in binary units, as computers count. */
            storage_binary: string;
            /**
             * Format: int64
             * @description With every copy and the margin for growth.
             */
            storage_bytes: number;
            /** @description The storage in decimal units, as sold. */
            storage_label: string;
        };
        /**
         * @description How several batteries are used.
         * @enum {string}
         */
        Joins: "single" | "sharing" | "hot-swap" | "in-turn";
        /** @description A part’s fastening on another’s. The first joint of a part places it; further ones hold it as well. */
        Joint: {
            /** @description The fastening that carries: `a-cage.top`. */
            onto: string;
            /** @description The fastening that sits: `a-handle.foot`. */
            part: string;
            /**
             * Format: int32
             * @description How far along the rail, in millimetres.
             */
            slide?: number;
            /**
             * Format: int32
             * @description How far it is tilted, in degrees.
             */
            tilt?: number;
            /**
             * Format: int32
             * @description How far it is turned about the fastening, in degrees.
             */
            turn?: number;
        };
        /** @description A cable that power goes through. */
        JointReport: {
            /**
             * Format: double
             * @description At the most, in amperes.
             */
            amps: number;
            /** @description The outlet and the input: *D-tap of V98 > DC in of A monitor*. */
            at: string;
            /** @description The cable. */
            connection: components["schemas"]["String"];
            /** @description The device that it comes from. */
            from: components["schemas"]["String"];
            /** @description Whether the input is in charge of its device; else it waits. */
            in_charge: boolean;
            /**
             * Format: double
             * @description What it is made for, in watts at the lowest voltage.
             */
            limit_watts?: number | null;
            /**
             * Format: double
             * @description At the most.
             */
            peak_watts: number;
            /**
             * Format: double
             * @description At the best.
             */
            volts_max: number;
            /**
             * Format: double
             * @description At the load, at the worst, in volts.
             */
            volts_min: number;
            /**
             * Format: double
             * @description While everything works.
             */
            watts: number;
        };
        /** @description A kind of device. */
        KindOffer: {
            /** @description In words. */
            label: string;
            /** @description Whether its screen shows every picture that comes in. */
            shows_all: boolean;
            /** @description As it stands in a description. */
            value: components["schemas"]["DeviceKind"];
        };
        /** @description How many the kit is to hold of one thing; a count that isn't named stays. */
        KitChange: {
            day_rate?: components["schemas"]["Money"] | null;
            /**
             * Format: int32
             * @description How many are hired.
             */
            hired?: number | null;
            /** @description The catalogue's id of a device, cable or medium. */
            item: string;
            length?: components["schemas"]["Length"] | null;
            /** @description Whose they are, as it stands on their labels; empty where nobody says. */
            owner?: string | null;
            price?: components["schemas"]["Money"] | null;
            /**
             * Format: int32
             * @description How many are owned.
             */
            quantity?: number | null;
        };
        /** @description A line of the kit: so many of one thing. */
        KitLine: {
            day_rate?: components["schemas"]["Money"] | null;
            /**
             * Format: int32
             * @description How many are hired.
             */
            hired?: number;
            /** @description The catalogue's id of a device, cable or medium. */
            item: string;
            length?: components["schemas"]["Length"] | null;
            /** @description Whose they are, as it stands on their labels. */
            owner?: string;
            price?: components["schemas"]["Money"] | null;
            /**
             * Format: int32
             * @description How many are owned.
             */
            quantity: number;
        };
        /** @description A line of the kit, or a thing that the build uses without the kit having it. */
        KitReport: {
            /** @description What one costs a day that is hired. */
            day_rate?: string | null;
            /** Format: int32 */
            hired: number;
            /** @description The catalogue's id. */
            item: string;
            /** @description For cables: how long. */
            length?: string | null;
            /** @description Its name. */
            name: string;
            /** Format: int32 */
            owned: number;
            /** @description Whose they are. */
            owner: string;
            /** @description What one costs that is bought. */
            price?: string | null;
            /** Format: int32 */
            short: number;
            /** Format: int32 */
            spare: number;
            /**
             * Format: int32
             * @description How many the build uses; of cards, as many as its day needs.
             */
            used: number;
        };
        /** @example 10:00:00:00 */
        Label: string;
        /** @description Labels of the next seconds. */
        LabelsAnswer: {
            /**
             * Format: double
             * @description How long each lasts, in seconds.
             */
            frame: number;
            /**
             * Format: double
             * @description When the first begins, in seconds since midnight.
             */
            from: number;
            /** @description One for each frame. */
            labels: string[];
        };
        /** @description One card's day. */
        Lane: {
            /** @description Its name: *CFexpress B 512 GB, 1*. */
            card: string;
            /** @description What it does when. */
            stretches: components["schemas"]["LaneStretch"][];
        };
        /**
         * @description What a card does.
         * @enum {string}
         */
        LaneState: "shooting" | "waiting" | "copying" | "verifying" | "returning";
        /** @description What a card does for a while. */
        LaneStretch: {
            /**
             * Format: int64
             * @description From when, in seconds since midnight.
             */
            from: number;
            /** @description The recorder whose pictures are on the card then. */
            recorder: components["schemas"]["String"];
            /** @description In words, with the recorder: *shooting in A camera, 20:30 to 21:12*. */
            says: string;
            /** @description What it does. */
            state: components["schemas"]["LaneState"];
            /**
             * Format: int64
             * @description Until when, in seconds since midnight.
             */
            to: number;
        };
        /** @description What a mode leaves of some outputs. */
        Leaves: {
            formats?: components["schemas"]["Abilities"] | null;
            /** @description Which outputs. */
            ports: string[];
        };
        /** @example 35 m */
        Length: string;
        /** @description A lens. */
        Lens: {
            /**
             * Format: double
             * @description The diameter of its image, in millimetres.
             */
            circle_mm: number;
            /**
             * Format: double
             * @description The thread of its front, in millimetres, where it has one.
             */
            filter_mm?: number | null;
            /** @description Its focal length; of a zoom the shortest and the longest, in millimetres. */
            focal_mm: number[];
            /**
             * Format: double
             * @description The outer diameter of its front, in millimetres.
             */
            front_mm: number;
            /** @description Whether its front moves or turns when it focuses. */
            front_moves?: boolean;
            /** @description Its gears: how far forward of its flange, and the radius there, in millimetres. */
            gears?: components["schemas"]["LensGear"][];
            /**
             * Format: double
             * @description Where its entrance pupil is, forward of its flange, in millimetres.
             */
            pupil_mm: number;
            /**
             * Format: double
             * @description How much it squeezes, where it is anamorphic.
             */
            squeezes?: number | null;
            /**
             * Format: double
             * @description Its widest stop, as T.
             */
            t_stop: number;
        };
        /** @description A ring that a motor turns. */
        LensGear: {
            /**
             * Format: double
             * @description How far forward of the flange, in millimetres.
             */
            at_mm: number;
            /**
             * Format: double
             * @description Its radius, in millimetres.
             */
            radius_mm: number;
            /** @description What it turns: *focus*, *iris*, *zoom*. */
            ring: string;
        };
        /** @example A */
        Level: string;
        /**
         * @description What a level is for.
         * @enum {string}
         */
        LevelKind: "mic" | "line" | "instrument";
        /** @description A point in time on a recording's axis. */
        LimitReport: {
            /** @description In whole minutes, rounded down. */
            label: string;
            /** @description What it is: *media full*. */
            name: string;
            /**
             * Format: int64
             * @description After so many seconds.
             */
            seconds: number;
            until?: components["schemas"]["BandEnd"] | null;
        };
        /**
         * @description How much of a limit is used: of the delay that a picture may have, or of the time that a recorder
         *     lasts.
         */
        LimitUse: {
            /** @description In words: *40 of 60 ms*, *1 h 10 min of 1 h 29 min*. */
            label: string;
            /**
             * Format: int32
             * @description In hundredths of the limit, rounded up: over 100, it is too much.
             */
            percent: number;
        };
        /** @description A line typed for a build. */
        Line: {
            /** @description The build. */
            build: components["schemas"]["String"];
            /** @description What was typed so far. */
            line: string;
        };
        /** @description What a typed line means. */
        LineAnswer: {
            /** @description The commands that it asks for, where it is complete. */
            commands?: components["schemas"]["Command"][] | null;
            /** @description Ways to go on. */
            completions: components["schemas"]["Completion"][];
            /** @description Where it isn't: what is wrong, and what is accepted. */
            misread?: string | null;
        };
        /** @description Devices one after the other that feed one device alone. */
        LineBranch: {
            /** @description The device that they feed. */
            into: components["schemas"]["String"];
            /** @description From the first on, each with the cable that leaves it. */
            stops: components["schemas"]["LineStop"][];
        };
        /** @description The rows that begin at one source. */
        LineGroup: {
            /** @description What begins there. */
            kind: components["schemas"]["LineGroupKind"];
            /** @description Rows from top to bottom. */
            rows: components["schemas"]["LineRow"][];
            source?: components["schemas"]["String"] | null;
        };
        /**
         * @description What begins at the source of a group.
         * @enum {string}
         */
        LineGroupKind: "picture" | "sound" | "loose";
        /** @description One line, from where it leaves another to where it ends. */
        LineRow: {
            /** @description Short branches into devices of the row: what feeds one device alone. */
            branches: components["schemas"]["LineBranch"][];
            end?: components["schemas"]["LineStop"] | null;
            from?: components["schemas"]["String"] | null;
            /** @description Whether it is the source's own recording. */
            own: boolean;
            /** @description Devices that it goes through, each with the cable that brings it there. */
            through: components["schemas"]["LineStop"][];
        };
        /** @description A device on a line. */
        LineStop: {
            cable?: components["schemas"]["String"] | null;
            /** @description The device. */
            device: components["schemas"]["String"];
        };
        /** @description Ports that together carry one picture over several SDI links, in the order of the links. */
        LinkGroup: {
            /** @description How the picture may be spread; the first is what outputs send unless told otherwise. */
            mappings: components["schemas"]["Mapping"][];
            /** @description Two or four ports, all inputs or all outputs; the first is where the picture is. */
            ports: string[];
        };
        /** @description A production in the list. */
        Listed: {
            /** @description Its builds. */
            builds: components["schemas"]["ListedBuild"][];
            /**
             * Format: int64
             * @description When it was changed last, in seconds since 1970, where that is known.
             */
            changed?: number | null;
            /** @description Whether its document can't be read: what is there can be saved as it is. */
            damaged: boolean;
            /** @description Its project format, in words. */
            format: string;
            /** @description Its id, as in addresses. */
            id: string;
            /** @description Its name. */
            name: string;
            /**
             * Format: int64
             * @description Its revision.
             */
            revision: number;
        };
        /** @description A build in the list. */
        ListedBuild: {
            id: string;
            name: string;
        };
        /** @description What is heard live. */
        LiveAnswer: {
            /** @description The label at the last sample; none where there is no timecode. */
            label?: string | null;
            /**
             * Format: double
             * @description How much later the timecode is than the machine’s clock, in milliseconds.
             */
            off_clock_ms?: number | null;
            run?: components["schemas"]["RunReport"] | null;
        };
        /** @description How full a wire is. */
        LoadReport: {
            /** @description What ports and cable allow, in words. */
            limit: string;
            /**
             * Format: double
             * @description Loss over the run, in decibels, for coaxial cables.
             */
            loss_db?: number | null;
            margin?: components["schemas"]["Margin"] | null;
            /** @description What the picture needs, in words: *6G* or *HDMI 1.4*. */
            needs: string;
            /**
             * Format: int64
             * @description The rate as a share of the limit, in percent, rounded up.
             */
            percent: number;
            /**
             * Format: int64
             * @description The rate on the wire, in bits a second (SDI) or characters a second (HDMI).
             */
            rate: number;
            /** @description The rate in words. */
            rate_label: string;
            /** @description How far the cable carries it, to the decimetre. */
            reach?: string | null;
        };
        /** @description Where a finding is: what to select to see it. */
        Location: {
            connection?: components["schemas"]["String"] | null;
            device?: components["schemas"]["String"] | null;
            need?: components["schemas"]["String"] | null;
        };
        /** @description A part that sits on nothing. */
        LoosePart: {
            /** @description Its handle. */
            id: components["schemas"]["String"];
            /** @description Its name. */
            name: string;
            /** @description How many fastenings take it. */
            places: number;
            /** @description Why none does, where none does. */
            why_not?: string | null;
        };
        /** @description What a recording holds of timecode, and its runs as they are compared. */
        LtcAnswer: {
            /** @description What it holds. */
            recording: components["schemas"]["LtcReport"];
            /** @description Its runs, to be sent back to be compared. */
            runs: {
                /**
                 * Format: int64
                 * @description Its first frame, counted from midnight.
                 */
                first: number;
                /**
                 * Format: double
                 * @description How long a frame lasts, in seconds.
                 */
                frame: number;
                /**
                 * Format: int64
                 * @description How many frames.
                 */
                frames: number;
                /** @description What it counts. */
                rate: components["schemas"]["TimecodeRate"];
                /**
                 * Format: double
                 * @description When the first begins, in seconds.
                 */
                starts: number;
            }[];
        };
        /** @description What a recording holds of timecode. */
        LtcReport: {
            against?: components["schemas"]["Against"] | null;
            /**
             * Format: int32
             * @description Bits a sample.
             */
            bits: number;
            /** @description The channel that holds timecode, from 1; none where none does. */
            channel?: number | null;
            /** @description Channels of the file. */
            channels: number;
            /** @description Whether the file ends before it says that it does. */
            cut_short: boolean;
            /** @description Whether they are floating point. */
            float: boolean;
            /** @description What the file says of its own time. */
            notes: components["schemas"]["Notes"];
            /** @description Its runs of continuous timecode, in the order of the recording. */
            runs: components["schemas"]["RunReport"][];
            /**
             * Format: int32
             * @description Samples a second.
             */
            sample_rate: number;
            /**
             * Format: int64
             * @description Samples of each channel.
             */
            samples: number;
            /**
             * Format: double
             * @description How long it is, in seconds.
             */
            seconds: number;
        };
        /**
         * @description The mains of a country: a guide, local codes win.
         * @enum {string}
         */
        Mains: "230-v-16-a" | "230-v-13-a" | "230-v-10-a" | "120-v-15-a" | "120-v-20-a" | "100-v-15-a";
        /** @description Wall sockets, and what hangs on them. */
        MainsReport: {
            /** @description The same in amperes, at what volts. */
            breaker: string;
            /** @description What goes on from a battery of its own, in words: *U400: 1 h 12 min*. */
            bridged: string[];
            /** @description The sockets. */
            device: components["schemas"]["String"];
            /**
             * Format: double
             * @description What the breaker before them holds, in watts: a guide of the country.
             */
            limit_watts: number;
            /** @description As they are called. */
            name: string;
            /**
             * Format: double
             * @description At the most.
             */
            peak_watts: number;
            /**
             * Format: double
             * @description What is drawn from all of them, in watts.
             */
            watts: number;
            /** @description What is lost with them, in words. */
            without: string[];
        };
        /** @description What a mode's processing makes of the picture at some outputs. */
        Makes: {
            /** @description No more than this. */
            as: components["schemas"]["Cap"];
            /** @description Which outputs. */
            ports: string[];
        };
        /**
         * @description How a picture is spread over several links. Both ends must use the same one.
         * @enum {string}
         */
        Mapping: "dual" | "square" | "two-sample";
        /**
         * @description How near a thing is to its limit.
         * @enum {string}
         */
        Margin: "ok" | "caution" | "stop";
        /** @description What a matte box has in front of a lens. */
        Matte: {
            /** @description The middle of that. */
            at: components["schemas"]["Point"];
            /**
             * Format: double
             * @description The widest lens front that it goes over, in millimetres.
             */
            lens_mm: number;
            /**
             * Format: double
             * @description The width of its clear opening, in millimetres.
             */
            opening_mm: number;
            /**
             * Format: int32
             * @description Filters at a time.
             */
            stages: number;
        };
        /** @description A clock that was measured on a bench. */
        MeasuredClock: {
            /** @description Where that is from: the recordings that were compared. */
            from: string;
            /** @description How far it was off. */
            ppm: string;
        };
        /** @description A battery that is known good, run from full to empty by one load. */
        MeasuredDraw: {
            /** @description What else hung on it. */
            beside?: components["schemas"]["Watts"];
            /**
             * Format: int32
             * @description How cold it was, in °C.
             */
            celsius: number;
            /** @description What the battery holds when new. */
            holds: components["schemas"]["WattHours"];
            /** @description How long it lasted. */
            lasted: components["schemas"]["Span"];
        };
        /** @description A level that was read from a recording of this input. */
        MeasuredLevel: {
            /** @description Where it is from: the file and the channel. */
            from: string;
            gain?: components["schemas"]["Decibels"] | null;
            /** @description What it was, against full scale. */
            level: components["schemas"]["Decibels"];
            noise?: components["schemas"]["Decibels"] | null;
        };
        /** @description A battery that was run from full to empty. */
        MeasuredRun: {
            /**
             * Format: int32
             * @description How cold it was, in °C.
             */
            celsius: number;
            /** @description How long it lasted. */
            lasted: components["schemas"]["Span"];
            /** @description What was drawn from it. */
            watts: components["schemas"]["Watts"];
        };
        /**
         * @description When cards and inner batteries go into a rig that is built. What would be covered goes in before that.
         * @enum {string}
         */
        MediaLoading: "first" | "last";
        /** @description The media of a build's day, and of the whole job. */
        MediaPlan: {
            day?: components["schemas"]["DayAnswer"] | null;
            /** @description The job: every build's day as often as it is shot. */
            job: components["schemas"]["JobTotals"];
        };
        /**
         * @description When a card is changed.
         * @enum {string}
         */
        MediaSwap: "at-level" | "end-of-take" | "run-to-end";
        /** @description A card or drive as the catalogue describes it. */
        Medium: {
            /** @description Nominal capacity, decimal. */
            capacity: components["schemas"]["Bytes"];
            /** @description How it is formatted. */
            file_system?: components["schemas"]["FileSystem"];
            /** @description The catalogue's id: `sd-v60-128`. */
            id: string;
            /** @description What it fits. */
            kind: components["schemas"]["MediumKind"];
            /** @description The maker. */
            maker: string;
            /** @description Its name without the maker: what sort and how large. */
            name: string;
            /**
             * Format: int32
             * @description What one costs, in whole units of the crew’s money.
             */
            price?: number | null;
            /** @description The rate at which it is read when it is copied. */
            read_rate: components["schemas"]["BitRate"];
            reserve?: components["schemas"]["Percent"] | null;
            /**
             * @description The rate that it is guaranteed to keep up when written: its class, not the number printed
             *     for reading.
             */
            sustained_write: components["schemas"]["BitRate"];
        };
        /**
         * @description What slot or port a medium fits.
         * @enum {string}
         */
        MediumKind: "sd" | "cfexpress-a" | "cfexpress-b" | "ssd" | "module";
        /** @description How a microphone hears. */
        Microphone: {
            battery?: components["schemas"]["Span"] | null;
            /** @description The steps of its own gain, in decibels; none where there is one setting. */
            gain_steps_db?: number[];
            /**
             * Format: double
             * @description The source impedance, in ohms.
             */
            impedance_ohm: number;
            /**
             * Format: double
             * @description The loudest that it takes, in dB SPL.
             */
            most_spl_db: number;
            /** @description Whether 48 V harm it. */
            phantom_harms?: boolean;
            /** @description What it needs to work. */
            power?: components["schemas"]["MicrophonePower"];
            /**
             * Format: double
             * @description Its second channel: the same, so much softer.
             */
            safety_db?: number | null;
            /**
             * Format: double
             * @description Its own noise, as the sound that would make as much: dB SPL, A-weighted.
             */
            self_noise_db: number;
            /**
             * Format: double
             * @description What it gives at 94 dB SPL (1 Pa) and 1 kHz, in millivolts, with its own gain at 0 dB.
             */
            sensitivity_mv: number;
            usual_distance?: components["schemas"]["Length"] | null;
        };
        /**
         * @description What a microphone works on.
         * @enum {string}
         */
        MicrophonePower: "none" | "phantom" | "plug-in" | "battery" | "either";
        /** @description Something that a device does at the same time, with what it leaves of the outputs. */
        Mode: {
            /** @description What it leaves. */
            leaves?: components["schemas"]["Leaves"][];
            /** @description What its processing makes of the picture then, whatever the wire could hold. */
            makes?: components["schemas"]["Makes"][];
            /** @description Its name, as it is said: *Recording to a drive*. */
            name: string;
            /** @description When it applies: all of these. */
            when: components["schemas"]["Condition"][];
        };
        /** @description One mode. */
        ModeRow: {
            /** @description Whether it applies now. */
            applies: boolean;
            /** @description What each output gives in it: words, *off*, or *as ever*. */
            gives: string[];
            /** @description Its name. */
            name: string;
            /** @description When it applies, in words. */
            when: string[];
        };
        /** @description The modes of one device. */
        ModesReport: {
            /** @description The device. */
            device: components["schemas"]["String"];
            /** @description What they give now, with everything that applies. */
            now: string[];
            /** @description The outputs that any mode leaves less. */
            outputs: string[];
            /** @description What they give otherwise, then in each mode. */
            rows: components["schemas"]["ModeRow"][];
        };
        /** @example 12.50 */
        Money: string;
        /**
         * @description Where the operator’s monitor is mounted on a rig.
         * @enum {string}
         */
        MonitorPlace: "middle" | "side";
        /**
         * @description Which size of monitor goes on which rig.
         * @enum {string}
         */
        MonitorSize: "small-handheld" | "one-size";
        /** @description One way to mount a part. */
        MountProposal: {
            /** @description The edit. */
            commands: components["schemas"]["Command"][];
            /** @description Why there. */
            reasons: string[];
            /** @description Where, in words: *A top plate: 1/4"-20 screw, top*. */
            says: string;
            /** @description What would be wrong with it that isn't wrong now. */
            troubles: string[];
        };
        /** @description What a destination must get. */
        Need: {
            /** @description The screen or recorder. */
            at: components["schemas"]["String"];
            bits?: components["schemas"]["Depth"] | null;
            /** @description Without overlays. */
            clean?: boolean;
            /** @description Short id. */
            id: components["schemas"]["String"];
            length?: components["schemas"]["Span"] | null;
            /** @description With the look, or without it; as it comes where not said. */
            look?: boolean | null;
            of?: components["schemas"]["String"] | null;
            /** @description What for. */
            purpose: components["schemas"]["Purpose"];
            raster?: components["schemas"]["Raster"] | null;
            sampling?: components["schemas"]["Sampling"] | null;
            /** @description Sound channels that must come along. */
            sound?: number;
            within?: components["schemas"]["Delay"] | null;
        };
        /** @description One need, in words. */
        NeedAnswer: {
            /** @description What it asks for: *A camera for directing, clean, within 250 ms*. */
            asks: string;
            /** @description Its id. */
            id: components["schemas"]["String"];
            /** @description Whether it is met. */
            met: boolean;
        };
        /** @description One need, answered. */
        NeedReport: {
            /** @description What it asks for, in words. */
            asks: string;
            /** @description The screen, recorder or camera that it is at. */
            at: components["schemas"]["String"];
            /** @description Findings that keep it from being met. */
            findings: string[];
            /** @description Its id. */
            id: components["schemas"]["String"];
            /** @description Whether it is met. */
            met: boolean;
            /** @description That device's name. */
            name: string;
            /** @description The answer: *met*, or what falls short. */
            says: string;
            severity?: components["schemas"]["Severity"] | null;
            used?: components["schemas"]["LimitUse"] | null;
        };
        /** @description The name of a new production. */
        NewProduction: {
            /** @description Its project format, as typed: `2160p25`; the package’s, or 1080p25, where not said. */
            format?: string | null;
            name: string;
            /** @description The package that it starts from, by id; empty where none. */
            package?: string | null;
        };
        /** @description A fastening that doesn’t take a part that it could be meant for. */
        NotASeat: {
            /** @description In words. */
            says: string;
            /** @description Why not. */
            why: string;
        };
        /** @description The time and the words that stand beside the sound of a file. */
        Notes: {
            /** @description The day that it was made (`bext`): *2031-05-04*. */
            date?: string | null;
            /** @description What it is (`bext`). */
            description?: string | null;
            /**
             * Format: int64
             * @description Samples from midnight to the first, as iXML says.
             */
            ixml_time_reference?: number | null;
            /** @description *NDF* or *DF*, as iXML says. */
            ixml_timecode_flag?: string | null;
            /** @description The timecode rate, as iXML says: *25/1*, *30000/1001*. */
            ixml_timecode_rate?: string | null;
            /** @description Who made it (`bext`). */
            originator?: string | null;
            /** @description The time of day (`bext`): *10:00:00*. */
            time?: string | null;
            /**
             * Format: int64
             * @description Samples from midnight to the first (`bext`).
             */
            time_reference?: number | null;
        };
        /** @description A need that is usual for a device and isn't said yet. */
        OfferedNeed: {
            /** @description The need as it would be put. */
            need: components["schemas"]["Need"];
            /** @description In words: *Director: A camera to direct, within 250 ms*. */
            words: string;
        };
        /** @description What can be chosen of, whatever production is open. */
        Offers: {
            /** @description What an output of a camera has besides. */
            camera_origin: components["schemas"]["Origin"];
            /** @description What a mode can be on. */
            conditions: components["schemas"]["ConditionOffer"][];
            /** @description Connectors of the trade. A maker’s own has any other name. */
            connectors: components["schemas"]["ConnectorFacts"][];
            /** @description What an input begins as. */
            input: components["schemas"]["Port"];
            /** @description What a device can be. */
            kinds: components["schemas"]["KindOffer"][];
            /** @description What an output begins as. */
            output: components["schemas"]["Port"];
            /** @description What a path begins as, without its ends. */
            path: components["schemas"]["InternalPath"];
            /** @description Sound samples a second of recorders; the first is usual. */
            sample_rates: number[];
            /** @description Sorts of socket. */
            sockets: components["schemas"]["SocketOffer"][];
            /** @description Bits of a sound sample; the first is usual. */
            sound_bits: number[];
        };
        /** @description Which recorder of which build. */
        OneRecorder: {
            /** @description The build. */
            build: components["schemas"]["String"];
            /** @description The recorder. */
            device: components["schemas"]["String"];
        };
        /** @description A signal that begins at an output. */
        Origin: {
            /** @description For picture: from the lens to this output. */
            delay?: components["schemas"]["PathDelay"];
            /** @description For picture: whether it can take an anamorphic squeeze out. */
            desqueezes?: boolean;
            /** @description For picture: whether a look can be applied. */
            look?: boolean;
            /** @description For picture: what its processing leaves of it, whatever the wire could hold. */
            made_as?: components["schemas"]["Cap"];
            /** @description For picture: whether it is never without overlays. */
            never_clean?: boolean;
            /** @description For picture: whether it can be set with overlays (menus, frame lines, figures). */
            overlay?: boolean;
            /** @description Which kind of signal. */
            signal: components["schemas"]["SignalKind"];
        };
        /**
         * @description The outlines of a box or a cylinder in the three elevations, in millimetres on paper: to the right, and down.
         *     In each, what has the larger depth is drawn first.
         */
        Outlines: {
            /** @description How far from who looks, in each. */
            depth: [
                number,
                number,
                number
            ];
            /** @description From the front. */
            front: [
                number,
                number
            ][];
            /** @description From the camera’s left: the lens points left. */
            side: [
                number,
                number
            ][];
            /** @description From above: the lens points left. */
            top: [
                number,
                number
            ][];
        };
        /** @description What would be different after an edit. */
        Outlook: {
            /** @description The verdict as it would be. */
            after: components["schemas"]["Verdict"];
            /** @description The verdict as it is. */
            before: components["schemas"]["Verdict"];
            /** @description Findings that would come. */
            come: components["schemas"]["Finding"][];
            /** @description Findings that would stay, and be less bad than they are. */
            eased: components["schemas"]["Finding"][];
            /** @description Findings that would go. */
            gone: components["schemas"]["Finding"][];
            /** @description What else would be worse, in sentences: needs, tracks, supplies, clocks. */
            losses: string[];
            /** @description Arrivals and recordings that would differ. */
            shifts: components["schemas"]["Shift"][];
            /** @description Outputs with a cable that would be off. */
            switched_off: string[];
            /** @description Findings that would stay, and be worse than they are. */
            worsened: components["schemas"]["Finding"][];
        };
        /** @description What an output can be switched to. */
        OutputLevel: {
            /**
             * Format: double
             * @description What it gives at 0 dBFS before it, in dBu: the most that it gives.
             */
            full_scale_dbu: number;
            /** @description The least and the most gain, in decibels. */
            gain_db?: number[];
            /**
             * Format: double
             * @description The source impedance, in ohms.
             */
            impedance_ohm: number;
            /** @description What it is for. */
            kind: components["schemas"]["LevelKind"];
            /**
             * Format: double
             * @description Its own noise, in dBu.
             */
            noise_dbu: number;
        };
        /** @description What is set on an output. */
        OutputSetting: {
            /**
             * Format: int32
             * @description On a transmitter: its channel; a free one where not said.
             */
            channel?: number | null;
            /** @description With the squeeze of the lens taken out. */
            desqueeze?: boolean;
            format?: components["schemas"]["PictureFormat"] | null;
            level?: components["schemas"]["Level"] | null;
            /**
             * Format: int32
             * @description Over how many SDI links, from this output on; one where not said.
             */
            links?: number | null;
            /** @description With a look applied. */
            look?: boolean;
            mapping?: components["schemas"]["Mapping"] | null;
            /** @description With overlays: menus, frame lines, figures. */
            overlay?: boolean;
            /** @description Sensor raw, by the carriage's name, in the place of a picture. */
            raw?: string | null;
            /** @description On a router: the input that goes to this output. */
            source?: string | null;
            /** @description Without the record trigger that it can send. */
            trigger_off?: boolean;
        };
        /** @description A battery inside a device. */
        OwnBattery: {
            fills?: components["schemas"]["Watts"] | null;
            /** @description What it holds. */
            holds: components["schemas"]["WattHours"];
            /** @description Whether it is filled only while the device is off. */
            off_only?: boolean;
        };
        /** @description Something to start from. */
        Package: {
            /** @description What is in it, in a sentence. */
            about: string;
            /** @description Short id. */
            id: string;
            /** @description Its name. */
            name: string;
        };
        /** @description A piece in a case. */
        PackedPiece: {
            /** @description The corner to the left, behind, from above, in millimetres. */
            at_mm: number[];
            /**
             * Format: double
             * @description What it weighs, in grams.
             */
            grams: number;
            /** @description How it lies, in words. */
            lies: string;
            /** @description What it is: the part that carries the others first. */
            name: string;
            /** @description Its number in the case, from 1. */
            number: number;
            /** @description Whether it lies on another piece. */
            on_top: boolean;
            /** @description Whose it is, as its label says; none where nobody does. */
            owner?: string | null;
            /** @description Its parts. */
            parts: components["schemas"]["String"][];
            /** @description Its sides from above, in millimetres. */
            size_mm: number[];
        };
        /** @description Two channels that are alike. */
        PairLevels: {
            /**
             * Format: double
             * @description How alike: 1 the same, −1 the same upside down.
             */
            correlation: number;
            /** @description The one, from 1. */
            one: number;
            /** @description The other. */
            other: number;
            /** @description Whether one of them is upside down. */
            polarity: boolean;
        };
        /** @description Two clocks. */
        PairReport: {
            /**
             * Format: double
             * @description In frames at the end of the day, where nothing is set again.
             */
            a_day: number;
            /** @description After how long they are half a frame apart. */
            after?: string | null;
            /**
             * Format: double
             * @description In frames an hour.
             */
            an_hour: number;
            /** @description Whether both were measured. */
            measured: boolean;
            /** @description The one. */
            one: components["schemas"]["String"];
            /** @description The other. */
            other: components["schemas"]["String"];
            /** @description In parts in a million. */
            ppm: string;
        };
        /** @description A part of a rig. */
        PartReport: {
            /** @description Its boxes, as they are drawn. */
            boxes: components["schemas"]["Outlines"][];
            /** @description How: *3/8"-16 screw, top*. */
            by?: string | null;
            /** @description How deep it sits in the tree of joints. */
            depth: number;
            /**
             * Format: int32
             * @description What it weighs, in grams; none where nothing says.
             */
            grams?: number | null;
            /** @description Its handle. */
            id: components["schemas"]["String"];
            /** @description What it is: *Holme H1 top handle, two screws*. */
            item: string;
            joint?: components["schemas"]["Joint"] | null;
            /** @description Its name. */
            name: string;
            onto?: components["schemas"]["String"] | null;
            slide?: components["schemas"]["SlideReport"] | null;
            /** @description Whether it is tilted there. */
            tilts: boolean;
            /** @description Whether what it sits on lets it be turned, and tilted. */
            turns: boolean;
            worst?: components["schemas"]["Severity"] | null;
        };
        /** @description Where a part would sit, and where not. */
        PartSeats: {
            /** @description How many more don’t. */
            more_refuses: number;
            /** @description How many more do. */
            more_takes: number;
            /** @description Fastenings of its kind that don’t. */
            refuses: components["schemas"]["NotASeat"][];
            /** @description Fastenings that take it. */
            takes: components["schemas"]["Seat"][];
        };
        /** @description One step of a patch; paths are JSON Pointers (RFC 6901). */
        PatchStep: {
            /** @enum {string} */
            op: "add";
            /** @description Where. */
            path: string;
            /** @description What. */
            value: unknown;
        } | {
            /** @enum {string} */
            op: "replace";
            /** @description Where. */
            path: string;
            /** @description What. */
            value: unknown;
        } | {
            /** @enum {string} */
            op: "remove";
            /** @description Where. */
            path: string;
        } | {
            /** @description From where. */
            from: string;
            /** @enum {string} */
            op: "move";
            /** @description To where. */
            path: string;
        };
        /** @example 1 frame */
        PathDelay: string;
        /** @example 3 % */
        Percent: string;
        /** @example 3840×2160p25 4:2:2 10-bit */
        PictureFormat: string;
        /**
         * @description Where the picture of record is made.
         * @enum {string}
         */
        PictureOfRecord: "in-camera" | "external" | "drive" | "both";
        /** @description A picture at a port. */
        PictureReport: {
            /** @description Since the lens, in words: *62 ms*. */
            delay: string;
            /**
             * Format: int64
             * @description Since the lens, in microseconds.
             */
            delay_us: number;
            /** @description What is left of it. */
            effective: string;
            /** @description How it travels. */
            format: string;
            /** @description Whether the format holds more than is left. */
            inflated: boolean;
            /** @description Part of a picture over several links: *link 2 of 4, square division*. */
            leg?: string | null;
            /** @description Its 3G level. */
            level?: string | null;
            /** @description With a look. */
            look: boolean;
            /**
             * Format: int32
             * @description How often it was compressed with loss.
             */
            lossy_hops: number;
            /** @description With overlays. */
            overlay: boolean;
            /** @description Sensor raw, by its carriage's name. */
            raw?: string | null;
            /** @description The squeeze that is left in it, in words: *2×*. */
            squeeze?: string | null;
        };
        /** @description A place, in millimetres. */
        PlaceReport: {
            /**
             * Format: double
             * @description To the camera’s right.
             */
            x: number;
            /**
             * Format: double
             * @description Up.
             */
            y: number;
            /**
             * Format: double
             * @description Forward along the lens axis, from the flange.
             */
            z: number;
        };
        /** @description A device put to use in a build. */
        Placement: {
            /** @description The catalogue's id of the device. */
            device: components["schemas"]["String"];
            /** @description Its handle: `a`. */
            id: components["schemas"]["String"];
            /** @description Its name on this floor: *A camera*. */
            name: string;
            /** @description What is set on it. */
            settings?: components["schemas"]["Settings"];
            /** @description The unit it travels with. */
            unit: components["schemas"]["String"];
        };
        /** @description Something that is planned. */
        PlannedPart: {
            /**
             * Format: int64
             * @description When it ends.
             */
            ends: number;
            /** @description Its name. */
            name: string;
            /** @description Whether anything is rolled in it; else it is a break. */
            rolls: boolean;
            /**
             * Format: int64
             * @description When it begins, in seconds since midnight.
             */
            starts: number;
        };
        /** @description A place or a way: to the right, up, forward along the lens axis, in millimetres. */
        Point: number[];
        /** @description Cards of one kind. */
        Pool: {
            /** @description The catalogue's id. */
            medium: string;
            /** @description Its name. */
            name: string;
            /**
             * Format: int32
             * @description How many are needed.
             */
            needed: number;
            /**
             * Format: int32
             * @description How many the kit has.
             */
            owned: number;
            /**
             * Format: int32
             * @description What those that are short cost, where the catalogue knows a price.
             */
            to_buy?: number | null;
            /**
             * Format: int32
             * @description How many where none is used twice.
             */
            without_reuse: number;
        };
        /** @description A socket or an antenna. */
        Port: {
            audio?: components["schemas"]["AudioPort"] | null;
            /** @description The socket. */
            connector: components["schemas"]["Connector"];
            data?: components["schemas"]["DataPort"] | null;
            /** @description Which way it faces. */
            direction: components["schemas"]["Direction"];
            /**
             * @description Formats that it takes (an input) or gives (an output); empty: any, or for an output
             *     whatever its path brings.
             */
            formats?: components["schemas"]["Abilities"];
            hdmi?: components["schemas"]["HdmiPort"] | null;
            /** @description Short id, as typed: `sdi1`. */
            id: string;
            /** @description Name as printed beside the socket: *SDI 1*. */
            name: string;
            origin?: components["schemas"]["Origin"] | null;
            power?: components["schemas"]["PowerPort"] | null;
            /** @description Sensor raw that it gives or takes, by the carriage's name. */
            raw?: components["schemas"]["RawCarriage"][];
            sdi?: components["schemas"]["SdiPort"] | null;
            /** @description Another port of the device in the same socket: only one of them is plugged in at a time. */
            shares?: string | null;
            /**
             * @description For HDMI: timecode beside the picture, by the names that its makers give it. On SDI it is a standard's own
             *     (ST 12-2), and nothing needs saying.
             */
            timecodes?: string[];
            /**
             * @description Record triggers beside the picture, by the names that their makers give them: an output sends them, an input
             *     obeys them. There is no standard for it.
             */
            triggers?: string[];
            /** @description What runs on it. */
            wire: components["schemas"]["Wire"];
        };
        /** @example a.sdi1 */
        PortRef: string;
        /** @description What runs through one port. */
        PortReport: {
            /** @description The port, as typed. */
            at: string;
            /** @description Whether a cable is in it. */
            connected: boolean;
            /** @description Which way it faces. */
            direction: components["schemas"]["Direction"];
            /** @description For an output whose format can be chosen: what it gives. */
            gives?: string | null;
            /** @description Its name: *SDI 1*. */
            name: string;
            picture?: components["schemas"]["PictureReport"] | null;
            /** @description The kinds of signal in it. */
            signals: components["schemas"]["SignalKind"][];
            /** @description Sound channels in it. */
            sound: number;
            /** @description Timecode in it, in words. */
            timecode?: string | null;
        };
        /** @description What a microphone hears, and from how far. */
        Position: {
            /** @description From the mouth, or from what makes the noise. */
            distance: components["schemas"]["Length"];
            /** @description What it hears. */
            source: components["schemas"]["SoundSource"];
        };
        /** @description Where a microphone is. */
        PositionReport: {
            /** @description From how far. */
            distance: string;
            /** @description Whether somebody said so. */
            set: boolean;
            /** @description What it hears. */
            source: components["schemas"]["SoundSource"];
            /**
             * Format: double
             * @description How loud that is at the microphone, in dB SPL.
             */
            spl_db: number;
            /** @description In words. */
            word: string;
        };
        /** @description For a cable that carries power. */
        PowerCable: {
            /** @description The most current. */
            amps: components["schemas"]["Amps"];
            /**
             * Format: int32
             * @description Copper, in hundredths of a square millimetre; nothing where one is put on the other.
             */
            centi_mm2: number;
            /** @description Whether it changes plus and minus. */
            crossed?: boolean;
            marked?: components["schemas"]["Volts"] | null;
        };
        /** @description What is drawn in a mode. */
        PowerMode: {
            /** @description What is drawn then. */
            typical: components["schemas"]["Watts"];
            /** @description When it applies. */
            when: components["schemas"]["Condition"];
        };
        /** @description A device in the supply. */
        PowerNode: {
            /** @description How deep it hangs below its source. */
            depth: number;
            /** @description The device. */
            device: components["schemas"]["String"];
            joint?: components["schemas"]["JointReport"] | null;
            /** @description What it is. */
            kind: components["schemas"]["DeviceKind"];
            /** @description What its runs tell of that, from the least to the most, where it was measured. */
            measured_watts?: [
                number,
                number
            ] | null;
            /** @description Its name. */
            name: string;
            /** @description Whether it has a battery built in. */
            own_battery: boolean;
            /** @description How that is filled while something feeds the device, in words; none where nothing does, or nobody says. */
            own_filled?: string | null;
            /**
             * Format: double
             * @description At the most.
             */
            peak: number;
            /** @description Outlets that nothing hangs on. */
            spare_outlets: number;
            /** @description What it hangs on and until when, in words. */
            until?: string | null;
            /**
             * Format: double
             * @description What it draws itself, in watts.
             */
            watts: number;
            /**
             * Format: double
             * @description With what hangs on it.
             */
            with_behind: number;
            working?: components["schemas"]["Working"] | null;
            worst?: components["schemas"]["Severity"] | null;
        };
        /** @description A piece of a battery's day. */
        PowerPiece: {
            /** @description Whether it ends there by itself. */
            dies: boolean;
            /**
             * Format: int64
             * @description Until it is changed, or ends.
             */
            ends: number;
            /**
             * Format: int64
             * @description From when on, in seconds since midnight.
             */
            starts: number;
        };
        /** @description What a socket gives or takes of power. */
        PowerPort: {
            amps?: components["schemas"]["Amps"] | null;
            /** @description For an input that fills the device’s own battery and runs nothing. */
            fills_only?: boolean;
            gives?: components["schemas"]["Gives"] | null;
            /** @description Which contact is what: *centre +*. Two that differ destroy what is plugged in. */
            pins?: string | null;
            /**
             * Format: int32
             * @description For an input beside others: the lowest number that has power is the one in charge.
             */
            rank?: number;
            step?: components["schemas"]["Volts"] | null;
            takes?: components["schemas"]["VoltRange"] | null;
            watts?: components["schemas"]["Watts"] | null;
        };
        /** @description One way to power a unit. */
        PowerProposal: {
            /**
             * Format: int64
             * @description Batteries to carry, one more than are used.
             */
            batteries: number;
            /** @description What it is best at: *least mass*, *fewest changes*, *most reserve*. */
            best_at: string;
            /**
             * Format: int64
             * @description Changes of batteries in the time asked for.
             */
            changes: number;
            /** @description The edit. */
            commands: components["schemas"]["Command"][];
            /** @description What goes off together when the first battery goes. */
            dies_together: string[];
            /**
             * Format: int32
             * @description What plates, boxes and batteries weigh on the rig, in grams.
             */
            grams: number;
            /** @description Things that must be hired. */
            hires: number;
            /** @description The same in words. */
            runtime: string;
            /**
             * Format: int64
             * @description How long it lasts, in seconds.
             */
            runtime_seconds: number;
            /** @description What it does, and why. */
            says: string[];
            /** @description What it is: *P8 hot-swap plate, 2 × V98*. */
            title: string;
        };
        /** @description All that is shown of the power of a build. */
        PowerReport: {
            /** @description Batteries that the day takes, by kind. */
            batteries: components["schemas"]["BatteriesNeeded"][];
            /**
             * Format: int64
             * @description When the day begins, in seconds since midnight.
             */
            begins: number;
            /** @description Breaks of the day, as pairs of seconds since midnight. */
            breaks: [
                number,
                number
            ][];
            /**
             * Format: int32
             * @description The air that is reckoned with, in °C.
             */
            celsius: number;
            /**
             * Format: double
             * @description What cold leaves of a battery, in percent.
             */
            cold_percent: number;
            /**
             * Format: int64
             * @description When it ends.
             */
            ends: number;
            /** @description Wall sockets that something hangs on. */
            mains: components["schemas"]["MainsReport"][];
            /** @description Whatever gives or draws power, sources first, each before what hangs on it. */
            nodes: components["schemas"]["PowerNode"][];
            /** @description What is planned, in the order of the plan. */
            parts: components["schemas"]["PlannedPart"][];
            /** @description Whether the day was planned; else these are usual hours. */
            planned: boolean;
            /** @description Which battery is on which charger when. */
            rota: components["schemas"]["ChargeReport"][];
            /** @description Batteries, each for itself or with those it is used with. */
            sources: components["schemas"]["PowerSource"][];
            /** @description Changes of the day, the first first. */
            swaps: components["schemas"]["BatteryChange"][];
        };
        /**
         * @description What a rig hangs on.
         * @enum {string}
         */
        PowerSchool: "one-with-reserve" | "one" | "each-its-own";
        /**
         * @description What is set for one battery on the floor, or for what draws power. What isn't said of a battery is new, and
         *     full; what isn't said of a load is as its entry says.
         */
        PowerSetting: {
            charge?: components["schemas"]["Percent"] | null;
            /** @description Runs of batteries that are known good, with this load on them. */
            draws?: components["schemas"]["MeasuredDraw"][];
            health?: components["schemas"]["Percent"] | null;
            /** @description What is written on it: *B3*. */
            number?: string | null;
            /** @description Runs that were measured from full to empty. */
            runs?: components["schemas"]["MeasuredRun"][];
            watts?: components["schemas"]["Watts"] | null;
        };
        /** @description A battery, or several that are used together. */
        PowerSource: {
            /** @description What a carrier may say of it. */
            carriage?: string | null;
            /** @description Devices that go off with them. */
            dark: components["schemas"]["String"][];
            /** @description All of them. */
            devices: components["schemas"]["String"][];
            /**
             * Format: int64
             * @description When they end where nobody changes them, in seconds since midnight.
             */
            ends?: number | null;
            /** @description How they are filled, in words; none where nothing fills them. */
            filled?: string | null;
            /**
             * Format: double
             * @description What reaches their cells while they give, of what fills them, in watts.
             */
            filled_watts: number;
            /**
             * Format: int64
             * @description For so many seconds.
             */
            gap_seconds: number;
            /** @description Health that is reckoned with, as a range where runs disagree, in percent; none where nothing is known. */
            health_percent?: [
                number,
                number
            ] | null;
            /** @description The first of them. */
            id: components["schemas"]["String"];
            /** @description The kind: *Stannard V98 battery, V-mount, D-tap*. */
            item: string;
            /** @description What a change breaks: *hot*, *warm*, *cold*. */
            kind: string;
            /** @description As they are called. */
            name: string;
            /** @description Screens and recorders that get no picture any more. */
            no_picture: components["schemas"]["String"][];
            /**
             * Format: double
             * @description At the most.
             */
            peak_watts: number;
            /** @description The day in pieces: from when a fresh one is on it until it is changed or ends. */
            pieces: components["schemas"]["PowerPiece"][];
            /** @description How long what takes over lasts, in words. */
            reserve?: string | null;
            /** @description The same in words. */
            runtime: string;
            /**
             * Format: int64
             * @description How long they last, in seconds; none where nothing is drawn.
             */
            runtime_seconds?: number | null;
            /** @description Recorders that lose sound. */
            silent: components["schemas"]["String"][];
            /**
             * Format: double
             * @description While everything waits.
             */
            standby_watts: number;
            /** @description Recorders that still record. */
            still: components["schemas"]["String"][];
            /** @description What they take over, when and for how long, in words: the next in rank. */
            takes_over?: string | null;
            /** @description Whether they last the day. */
            through: boolean;
            /** @description Clocks that nothing feeds any more. */
            unlocked: components["schemas"]["String"][];
            /**
             * Format: double
             * @description What can be used of them, in watt-hours.
             */
            watt_hours: number;
            /**
             * Format: double
             * @description What is drawn while everything works.
             */
            watts: number;
            /** @description All that in words. */
            without: string[];
            working?: components["schemas"]["Working"] | null;
            worst?: components["schemas"]["Severity"] | null;
        };
        /** @description What went wrong. */
        Problem: {
            current?: components["schemas"]["Workspace"] | null;
            /** @description What was wrong and what is accepted. */
            detail: string;
            outlook?: components["schemas"]["Outlook"] | null;
            /**
             * Format: int32
             * @description The HTTP status.
             */
            status: number;
            /** @description The kind in two words. */
            title: string;
            /** @description Always `about:blank`: the status says the kind. */
            type: string;
        };
        /** @description The project: its format, its house rules, its kit and its builds. */
        Production: {
            /** @description How long rigs took that were built. */
            assemblies?: components["schemas"]["Assembly"][];
            /** @description Complete wirings of the floor. */
            builds: components["schemas"]["Build"][];
            /**
             * @description The crew's custom devices of devices; they stand in the place of shipped ones of the
             *     same id.
             */
            custom?: components["schemas"]["Custom"];
            /** @description Whether timecode drops frames (at 29.97 and 59.94 only). */
            drop_frame?: boolean;
            /** @description What outputs and recorders follow unless told otherwise. */
            format: components["schemas"]["PictureFormat"];
            /** @description Choices between the schools of practice, and the usual limits. */
            house_rules?: components["schemas"]["HouseRules"];
            /** @description How many days of which build the job is. */
            job?: components["schemas"]["JobLine"][];
            /** @description What is owned or hired. */
            kit?: components["schemas"]["KitLine"][];
            /** @description Its name. */
            name: string;
            /** @description Where cards are offloaded. */
            station?: components["schemas"]["Station"];
        };
        /** @description A production as a file. */
        ProductionFile: {
            /** @description Always `west-rail-production`. */
            format: string;
            /** @description The production itself. */
            production: components["schemas"]["Production"];
            /**
             * Format: int32
             * @description The version of the format.
             */
            version: number;
        };
        /**
         * @description Why somebody must get a picture: it decides how late it may be.
         * @enum {string}
         */
        Purpose: "operating" | "focus" | "directing" | "client" | "stage" | "record";
        /**
         * @description A transmitter's or a receiver's part of a radio system. Licences, permitted bands and powers
         *     are local law: these are the maker's figures.
         */
        Radio: {
            /** @description The band, in words: *5 GHz*. Systems of one band share the air. */
            band: string;
            battery?: components["schemas"]["Span"] | null;
            /**
             * Format: int32
             * @description Channels that don't overlap.
             */
            channels: number;
            /**
             * Format: int32
             * @description The middle of the band, in megahertz.
             */
            frequency_mhz: number;
            /**
             * Format: int32
             * @description What it radiates, antenna included, in dBm; for a transmitter.
             */
            radiated_dbm?: number;
            /** @description Receivers at most, for a transmitter. */
            receivers?: number;
            /**
             * Format: int32
             * @description The weakest signal that it works with, antenna included, in dBm; for a receiver.
             */
            sensitivity_dbm?: number;
            /**
             * Format: double
             * @description For sound: from full scale down to the noise of the link, in decibels.
             */
            sound_range_db?: number | null;
            /**
             * Format: int32
             * @description From the middle of one channel to the next, in megahertz; not known where not said.
             */
            step_mhz?: number | null;
            /** @description Only devices of one system pair: `pellow-w1`. */
            system: string;
            tuning?: components["schemas"]["Tuning"] | null;
            /** @description App viewers at most, for a transmitter. */
            viewers?: number;
        };
        /** @example 3840×2160 */
        Raster: string;
        /**
         * @description How a video rate follows from the picture. Figures that aren't whole are in hundredths, so
         *     that rates come out exact.
         */
        RateModel: {
            /**
             * Format: int64
             * @description Hundredths of a bit a pixel.
             */
            centibits: number;
            /** @enum {string} */
            kind: "by-pixel";
        } | {
            /** @enum {string} */
            kind: "constant";
            /** @description The rate. */
            rate: components["schemas"]["BitRate"];
        } | {
            /** @description The clip’s size. */
            file: components["schemas"]["Bytes"];
            /** @enum {string} */
            kind: "measured";
            /** @description The clip’s length. */
            length: components["schemas"]["Span"];
        } | {
            /**
             * Format: int64
             * @description Hundredths: 500 is 5 to 1.
             */
            centiratio: number;
            /** @enum {string} */
            kind: "ratio";
        } | {
            /**
             * Format: int64
             * @description So many bytes …
             */
            bytes: number;
            /** @enum {string} */
            kind: "uncompressed";
            /**
             * Format: int64
             * @description … for so many pixels.
             */
            pixels: number;
        } | {
            /**
             * Format: int64
             * @description Hundredths of a bit a pixel where much moves.
             */
            high: number;
            /** @enum {string} */
            kind: "constant-quality";
            /**
             * Format: int64
             * @description Hundredths of a bit a pixel where little moves.
             */
            low: number;
            /**
             * Format: int64
             * @description Hundredths of a bit a pixel as a rule.
             */
            typical: number;
        } | {
            /** @enum {string} */
            kind: "sound-only";
        };
        /** @description Sensor raw over a standard wire: a private protocol that both ends must name alike. */
        RawCarriage: {
            bits?: components["schemas"]["Depth"] | null;
            /** @description Its name at both ends: *Orrell raw*. */
            name: string;
            raster?: components["schemas"]["Raster"] | null;
        };
        /** @description A record time and all that it follows from. */
        RecordTime: {
            /**
             * Format: int64
             * @description Sound.
             */
            audio_bps: number;
            band?: components["schemas"]["BandRate"] | null;
            /** @description The same in words: *1 h 2 min to 3 h 6 min, usually 1 h 51 min*. */
            band_label?: string | null;
            /** @description Where the codec holds quality: the times at the low, typical and high end of its rate. */
            band_seconds?: number[] | null;
            /**
             * Format: int64
             * @description Container and metadata.
             */
            container_bps: number;
            /**
             * Format: int64
             * @description Whole frames, where the frame rate is known.
             */
            frames?: number | null;
            /** @description The time in whole minutes, rounded down: *1 h 29 min*. */
            label: string;
            /**
             * Format: int64
             * @description The proxy alongside.
             */
            proxy_bps: number;
            /** @description The rate in both ways: *92.79 MB/s · 742 Mb/s*. */
            rate_label: string;
            /**
             * Format: int64
             * @description Record time in whole seconds, rounded down.
             */
            seconds: number;
            /**
             * Format: int64
             * @description All of it.
             */
            total_bps: number;
            /**
             * Format: int64
             * @description What can be written, in bytes.
             */
            usable_bytes: number;
            /**
             * Format: int64
             * @description Picture, in bits a second: the high end where there is a band.
             */
            video_bps: number;
            /** @description How it was reached. */
            working: components["schemas"]["Working"];
        };
        /** @description How a device records. */
        RecordingAbility: {
            clip_limit?: components["schemas"]["Span"] | null;
            /** @description Codecs, by id. */
            codecs: string[];
            /** @description Whether it has no limit for heat where a dummy battery (coupler) feeds it in the place of its own. */
            cool_outside?: boolean;
            /** @description The port of a drive that it can record to in place of cards. */
            drive_port?: string | null;
            /** @description Formats that it records; empty: any. */
            formats?: components["schemas"]["Abilities"];
            heat_limit?: components["schemas"]["Span"] | null;
            /** @description Inputs whose picture it records. */
            inputs?: string[];
            /** @description Kinds of card and drive that fit. */
            media: components["schemas"]["MediumKind"][];
            /** @description Whether it records its own sensor. */
            sensor?: boolean;
            sensor_raster?: components["schemas"]["Raster"] | null;
            /** @description Slots, recorded one after the other. */
            slots?: number;
            /** @description Inputs whose sound it records, beside what is embedded in the picture's wire. */
            sound_inputs?: string[];
            /** @description Sound tracks at most. */
            tracks?: number;
        };
        /** @description What one recorder does. */
        RecordingReport: {
            /**
             * Format: int64
             * @description The longest of all times here, for one axis.
             */
            axis_seconds: number;
            change_at?: components["schemas"]["LimitReport"] | null;
            /** @description The codec's name. */
            codec: string;
            /** @description The recorder. */
            device: components["schemas"]["String"];
            /** @description What the file really holds. */
            effective?: string | null;
            /** @description The file's format. */
            format?: string | null;
            /** @description The input that it records; none for its own sensor or for sound alone. */
            input?: string | null;
            lasts?: components["schemas"]["LimitReport"] | null;
            /** @description What ends it, soonest first. */
            limits: components["schemas"]["LimitReport"][];
            /** @description Names of the cards and drives. */
            media: string[];
            /** @description Its name. */
            name: string;
            need?: components["schemas"]["LimitReport"] | null;
            /** @description In one sentence: *1 h 29 min on 512 GB; the card ends it first*. */
            says: string;
            time?: components["schemas"]["RecordTime"] | null;
            /** @description Sound tracks set, and channels that arrive. */
            tracks: number;
            /** @description As many of the tracks as a channel reaches. */
            tracks_fed: number;
            /** @description Both together: *10-bit 4:2:2 file of an 8-bit 4:2:0 picture*, where they differ. */
            truth?: string | null;
            /** @description What doesn't end it, though bodies of its kind stop for it, in words: *no limit for heat: fed from outside*. */
            without_limit?: string | null;
            working?: components["schemas"]["Working"] | null;
            worst?: components["schemas"]["Severity"] | null;
        };
        /** @description How a device records. */
        RecordingSetting: {
            /** @description The codec's id. */
            codec: components["schemas"]["String"];
            /** @description A dummy battery (coupler) feeds it in the place of the inner battery: less heat inside. */
            dummy_battery?: boolean;
            format?: components["schemas"]["PictureFormat"] | null;
            /** @description Cards or drives in its slots, by id, recorded one after the other. */
            media: components["schemas"]["String"][];
            /** @description Starts and stops by the record trigger that comes beside its picture; by hand where not said. */
            on_trigger?: boolean;
            pre_record?: components["schemas"]["Span"] | null;
            proxy?: components["schemas"]["String"] | null;
            /**
             * Format: int32
             * @description Samples of sound a second; 48,000 where not said.
             */
            sample_rate?: number | null;
            /** @description Its screen stands away from the body: heat leaves it sooner. */
            screen_flipped_out?: boolean;
            sensor_rate?: components["schemas"]["FrameRate"] | null;
            /** @description How several slots are used. */
            slots?: components["schemas"]["SlotUse"];
            /**
             * Format: int32
             * @description Bits a sample of sound: 16, 24, or 32 for floating point; 24 where not said.
             */
            sound_bits?: number | null;
            /** @description To the drive on its data port, in the place of cards. */
            to_drive?: boolean;
            /** @description Sound tracks recorded. */
            tracks?: number;
        };
        /** @description What can be put to use, and what each finding means. */
        Reference: {
            /**
             * @description Devices, cables, codecs, media: of a production, with its custom ones in the place of those
             *     with their ids.
             */
            catalogue: components["schemas"]["Catalogue"];
            /** @description What can be chosen on each device, by its id. */
            choosable: {
                [key: string]: components["schemas"]["Choosable"];
            };
            /** @description The largest production file that is taken, in bytes. */
            file_bytes: number;
            /** @description A page for each code. */
            findings: components["schemas"]["CodePage"][];
            /** @description What the editor of devices and the settings of recorders offer. */
            offers: components["schemas"]["Offers"];
            /** @description The house rules between schools, with both sides' reasons. */
            rules: components["schemas"]["RulePage"][];
        };
        /** @description What there is to do about a finding. */
        Remedies: {
            /** @description What mends it, least change first. */
            fixes: components["schemas"]["Fix"][];
            /** @description Where nothing does: why. */
            stuck?: string | null;
        };
        /** @description What follows from one build of a production. */
        Report: {
            /** @description Who is on which channel, and what is near. */
            air: components["schemas"]["AirReport"][];
            /** @description What arrives at each screen and recorder. */
            arrivals: components["schemas"]["ArrivalReport"][];
            /** @description The build's id. */
            build: components["schemas"]["String"];
            /** @description How full each cable is, and what it feeds. */
            connections: components["schemas"]["ConnectionReport"][];
            /** @description Each device: where it stands on the map, and its worst finding. */
            devices: components["schemas"]["DeviceReport"][];
            /** @description What the check has to say: stops first. Their fixes are looked for when they are asked for. */
            findings: components["schemas"]["Finding"][];
            /** @description The project's format in words. */
            format: string;
            /** @description The lines of the map, group by group. */
            lines: components["schemas"]["LineGroup"][];
            /** @description Each need, answered. */
            needs: components["schemas"]["NeedReport"][];
            /** @description Needs that are usual and aren't said yet. */
            offered: components["schemas"]["OfferedNeed"][];
            /** @description What runs through each port. */
            ports: components["schemas"]["PortReport"][];
            /** @description What feeds what, for how long, and what is lost with it. */
            power: components["schemas"]["PowerReport"];
            /** @description What is recorded, how long, and what ends it. */
            recordings: components["schemas"]["RecordingReport"][];
            /** @description Levels from the mouth to the track, and what is on which. */
            sound: components["schemas"]["SoundReport"];
            /** @description The worst finding of each stage of the work. */
            stages: components["schemas"]["StageMarks"];
            /** @description Who gets the time from whom, and how far clocks run apart over the day. */
            time: components["schemas"]["TimeReport"];
            /** @description The project's timecode in words. */
            timecode: string;
            /** @description How many findings of each severity, and in words. */
            verdict: components["schemas"]["Verdict"];
        };
        /** @description A cable on a rig. */
        RigCable: {
            /** @description *SDI 1 of A camera > SDI in of A monitor*. */
            cable: string;
            /** @description Its handle. */
            connection: components["schemas"]["String"];
            /**
             * Format: double
             * @description What it has.
             */
            has_mm: number;
            /**
             * Format: double
             * @description What it needs, in millimetres.
             */
            needs_mm: number;
            /** @description What runs in it. */
            signal: components["schemas"]["SignalKind"];
            /** @description Its way on each drawing: the socket, a point before it, a point before the other, that socket. */
            way: [
                number,
                number
            ][][];
        };
        /** @description What is mounted together: all of it that follows when a part of it is slid. */
        RigFigures: {
            /** @description Its cables. */
            cables: components["schemas"]["RigCable"][];
            /** @description What carries it at the bottom, in words. */
            carried?: string | null;
            /** @description The same on each drawing. */
            centre: [
                number,
                number
            ][];
            /** @description The centre of its mass. */
            centre_mm: components["schemas"]["PlaceReport"];
            /** @description Spaces that something covers. */
            covered: components["schemas"]["SpaceReport"][];
            /** @description Its feet, on each drawing. */
            feet: [
                number,
                number
            ][][];
            /**
             * Format: double
             * @description What is in front of the mount, in grams.
             */
            front_g: number;
            /** @description Ways to hold it. */
            holds: components["schemas"]["HoldReport"][];
            /** @description What carries it. */
            id: components["schemas"]["String"];
            /** @description Its joints. */
            joints: components["schemas"]["RigJoint"][];
            /**
             * Format: double
             * @description What it weighs, in grams, without legs and head.
             */
            mass_g: number;
            /** @description Its camera’s name, else that of what carries it. */
            name: string;
            /** @description What isn’t known, in words. */
            open: string[];
            /** @description What stands before its sensor, in words. */
            optics: string[];
            /** @description Its parts, what carries before what is carried. */
            parts: components["schemas"]["PartReport"][];
            /** @description What its rods must be, in words. */
            rods: string[];
            /** @description Whether it stands on its own feet; none where it has no three. */
            stands?: boolean | null;
            /**
             * Format: double
             * @description At how many degrees it tips.
             */
            tips_at_degrees?: number | null;
            /** @description The unit that it travels with. */
            unit: components["schemas"]["String"];
        };
        /** @description A joint and what it bears. */
        RigJoint: {
            /** @description *A handle on A top plate*. */
            at: string;
            /**
             * Format: double
             * @description What it bears, as a guide or as its maker says.
             */
            guide_nm: number;
            /** @description The kind: *rosette M6*. */
            kind: string;
            /**
             * Format: double
             * @description The moment on it, in N·m.
             */
            moment_nm: number;
            /** @description The part that sits. */
            part: components["schemas"]["String"];
            /** @description Whether something else holds it too. */
            supported: boolean;
            /** @description Whether it can turn. */
            turns: boolean;
            /**
             * Format: double
             * @description So much of it turns the part about the fastening, in N·m.
             */
            twist_nm: number;
        };
        /** @description What is mounted together. */
        RigReport: components["schemas"]["RigFigures"] & {
            /**
             * Format: int64
             * @description How long they take by the guides, in seconds.
             */
            guide_seconds: number;
            /** @description What that is learned from, in words, where builds were timed. */
            pace?: string | null;
            /** @description The steps in which it is built. */
            steps: components["schemas"]["StepReport"][];
            /** @description How long they take, in words. */
            takes: string;
            /** @description The tools, in the order in which they are taken up. */
            tools: string[];
            /** @description Parts that wait for each other: it can’t be built as it is planned. */
            waiting: string[];
            /** @description How those were reached. */
            workings: components["schemas"]["RigWorkings"];
        };
        /** @description How the figures of a rig were reached, each list in the order of its figures. */
        RigWorkings: {
            /** @description What each cable needs. */
            cables: components["schemas"]["Working"][];
            /** @description Each way to hold it; none where nothing was computed. */
            holds: (components["schemas"]["Working"] | null)[];
            /** @description What each joint bears. */
            joints: components["schemas"]["Working"][];
            /** @description Its mass and centre. */
            mass: components["schemas"]["Working"];
            tips?: components["schemas"]["Working"] | null;
        };
        /** @description All rigs of a build, with what is found at them. */
        RigsReport: {
            /** @description What is found of the rigs. */
            findings: components["schemas"]["Finding"][];
            /** @description Devices and parts that are mounted on nothing. */
            loose: components["schemas"]["LoosePart"][];
            /** @description The rigs. */
            rigs: components["schemas"]["RigReport"][];
        };
        /** @description How much is rolled. */
        Rolls: {
            /** @enum {string} */
            kind: "continuous";
        } | {
            /**
             * Format: int32
             * @description Cameras that share it.
             */
            cameras: number;
            /**
             * Format: int32
             * @description Hundredths to one.
             */
            centiratio: number;
            /** @enum {string} */
            kind: "ratio";
            /** @description Minutes of the finished film. */
            screen: components["schemas"]["Span"];
        } | {
            /** @enum {string} */
            kind: "rolling";
            /** @description So long. */
            length: components["schemas"]["Span"];
        } | {
            /** @enum {string} */
            kind: "nothing";
        };
        /** @description How loud the room is by itself. */
        RoomReport: {
            /** @description In dB SPL, A-weighted. */
            label: string;
            /** @description Whether somebody said so. */
            set: boolean;
        };
        /** @description One way. */
        RouteReport: {
            /** @description Devices and cables that it adds. */
            adds: string[];
            /** @description The commands that make it: one undo. */
            commands: components["schemas"]["Command"][];
            /** @description How late it is. */
            delay: string;
            /** @description What has to be hired for it. */
            hires: string[];
            /** @description What else would change, and what would be worse. */
            outlook: components["schemas"]["Outlook"];
            /** @description What is left of the picture. */
            quality: string;
            /** @description Each stop from the source's output to the destination's input. */
            stops: string[];
            /** @description What it takes, in a few words: *SDI 2 of A camera, Merrin X scaling converter*. */
            title: string;
            /** @description Arrivals that would be worse than they are. */
            worse: string[];
        };
        /** @description The ways from one thing to another. */
        RoutesReport: {
            /** @description Why there is none within the kit, where there is none. */
            none?: string | null;
            /** @description Best first. */
            routes: components["schemas"]["RouteReport"][];
        };
        /** @description One side of a rule. */
        RuleChoice: {
            /** @description In words. */
            name: string;
            /** @description Why people do it that way. */
            reason: string;
            /** @description As it stands in the document: `own-output`. */
            value: string;
        };
        /** @description What there is to say about a rule between schools. */
        RulePage: {
            /** @description The choices, the usual one first. */
            choices: components["schemas"]["RuleChoice"][];
            /** @description The field of the house rules: `transmitter_feed`. */
            rule: string;
            /** @description What it settles. */
            title: string;
        };
        /** @description One run of continuous timecode. */
        RunReport: {
            /** @description Whether that is its nominal speed, as far as a clock is off. */
            at_speed: boolean;
            /**
             * Format: double
             * @description How far its clock is off that of the samples, in parts in a million: above zero it is fast.
             */
            clock_error_ppm: number;
            /** @description Which way it runs. */
            direction: components["schemas"]["TapeDirection"];
            /** @description Whether labels are dropped. */
            drop: boolean;
            /**
             * Format: int64
             * @description The sample where the last ends.
             */
            end_sample: number;
            /** @description The first label in the order of the recording. */
            first: components["schemas"]["Label"];
            /**
             * Format: int64
             * @description The sample where the first begins.
             */
            first_sample: number;
            /**
             * Format: int64
             * @description Frames from the first to the last.
             */
            frames: number;
            /** @description Frames that can't be read within it. */
            gaps: components["schemas"]["Gap"][];
            /** @description The last. */
            last: components["schemas"]["Label"];
            /**
             * Format: int64
             * @description Frames that were read and say another time than those around them.
             */
            misread: number;
            /**
             * Format: int64
             * @description How many frames are missing in all.
             */
            missing: number;
            /** @description Frames a second as a fraction: *25*, *30000/1001*. */
            rate: string;
            /**
             * Format: double
             * @description How many times its nominal speed.
             */
            speed: number;
            /** @description The user bits of its first frame, eight hexadecimal digits, the eighth group first. */
            user_bits: string;
            /** @description Whether they change within it. */
            user_bits_change: boolean;
        };
        /** @description A run within a recording. */
        RunTimes: {
            /**
             * Format: int64
             * @description Its first frame, counted from midnight.
             */
            first: number;
            /**
             * Format: double
             * @description How long a frame lasts, in seconds.
             */
            frame: number;
            /**
             * Format: int64
             * @description How many frames.
             */
            frames: number;
            /** @description What it counts. */
            rate: components["schemas"]["TimecodeRate"];
            /**
             * Format: double
             * @description When the first begins, in seconds.
             */
            starts: number;
        };
        /** @description What is mended without anything getting worse, being hired, or being taken out. */
        SafeFixes: {
            /** @description The edit. */
            commands: components["schemas"]["Command"][];
            /**
             * @description Of the stops and cautions that these fixes leave: for so many nothing was looked for, since there was
             *     enough to look at or no more time.
             */
            not_looked_at: number;
            /** @description What each fix does, in order. */
            titles: string[];
        };
        /** @example 4:2:2 */
        Sampling: string;
        /** @example p */
        Scan: string;
        /** @description Something that is shot in a day. */
        ScheduleEntry: {
            /** @description Short id. */
            id: components["schemas"]["String"];
            /** @description How long it goes on. */
            length: components["schemas"]["Span"];
            /** @description Its name: *The pour*. */
            name: string;
            /** @description Which recorders roll; every one where none is named. */
            recorders?: components["schemas"]["String"][];
            /** @description How much of that is rolled. */
            rolls: components["schemas"]["Rolls"];
            /** @description When it begins. */
            start: components["schemas"]["ClockTime"];
        };
        /** @description One way to set the gains of a chain. */
        SchoolReport: {
            /** @description Where that is. */
            clips_first?: string | null;
            /** @description What sets the gains so. */
            commands: components["schemas"]["Command"][];
            /**
             * Format: double
             * @description The average on the track, against full scale.
             */
            dbfs: number;
            /** @description The gains by port, the first first. */
            gains: components["schemas"]["GainAt"][];
            /**
             * Format: double
             * @description From the noise of the gear up to it.
             */
            gear_snr_db: number;
            /**
             * Format: double
             * @description From the peaks to what clips first.
             */
            headroom_db?: number | null;
            /** @description Whether the house works so. */
            house: boolean;
            /** @description Its name: *hot source, low gain behind it*. */
            name: string;
            /**
             * Format: double
             * @description From the noise of gear and room together up to it.
             */
            snr_db: number;
        };
        /** @description Both schools for one chain. */
        SchoolsReport: {
            /** @description Which is quieter and by how much, in a sentence. */
            says: string;
            /** @description The hot source, then the preamplifier doing the work. */
            schools: components["schemas"]["SchoolReport"][];
        };
        /** @example 12G */
        SdiClass: string;
        /** @description What an SDI port takes or sends. */
        SdiPort: {
            /** @description The fastest class. */
            class: components["schemas"]["SdiClass"];
            /** @description 3G levels; the first is what an output sends unless told otherwise. */
            levels?: components["schemas"]["Level"][];
        };
        /** @description A device that was found. */
        SearchHit: {
            /** @description The catalogue's id. */
            device: string;
            /** @description Why it fits. */
            reason: string;
        };
        /** @description A place to mount a part. */
        Seat: {
            /** @description Where, on each drawing, where its carrier is mounted. */
            at?: [
                number,
                number
            ][] | null;
            /** @description The fastening that carries: `a-cage.top`. */
            onto: string;
            /** @description The fastening that sits: `a-handle.foot`. */
            part: string;
            /** @description In words: *A cage: 1/4"-20 screw, top*. */
            says: string;
        };
        /** @description What sets the gains of a build. */
        SetGains: {
            /** @description The edit. */
            commands: components["schemas"]["Command"][];
            /** @description What it does, gain by gain. */
            says: string[];
        };
        /** @description What is set on a device; whatever isn't said follows the project or the device. */
        Settings: {
            /** @description For a device that keeps time: how it gets it, and what was measured. */
            clock?: components["schemas"]["ClockSetting"];
            /** @description For a screen: whether it takes the squeeze out. */
            desqueeze?: boolean;
            input?: components["schemas"]["String"] | null;
            /** @description Inputs by port id: what the sink behind them says of itself. */
            inputs?: {
                [key: string]: components["schemas"]["InputSetting"];
            };
            /** @description For a screen: whether it applies a look. */
            look?: boolean;
            /** @description Outputs by port id. */
            outputs?: {
                [key: string]: components["schemas"]["OutputSetting"];
            };
            /** @description For a camera: whether it plays back what it has recorded. */
            playback?: boolean;
            position?: components["schemas"]["Position"] | null;
            /** @description For a battery: its number, its health, how full it is. */
            power?: components["schemas"]["PowerSetting"];
            recording?: components["schemas"]["RecordingSetting"] | null;
            /** @description Ports that carry sound, by id. */
            sound?: {
                [key: string]: components["schemas"]["SoundSetting"];
            };
            squeeze?: components["schemas"]["Squeeze"] | null;
            timecode?: components["schemas"]["TimecodeRate"] | null;
            /** @description For a recorder: what is on which track; what arrives, in its order, where not said. */
            tracks?: components["schemas"]["TrackSetting"][];
        };
        /** @description What putting them there comes to. */
        Setup: {
            /** @description The edit. */
            commands: components["schemas"]["Command"][];
            /** @description The new devices' handles. */
            placed: components["schemas"]["String"][];
            /** @description What was done, in words, and what is left to do by hand. */
            says: string[];
        };
        /**
         * @description How bad a finding is.
         * @enum {string}
         */
        Severity: "note" | "caution" | "stop";
        /** @description One row that would differ. */
        Shift: {
            /** @description As it would be. */
            after: string;
            /** @description As it is. */
            before: string;
            /** @description The destination or recorder. */
            name: string;
            /** @description Whether that is worse: no picture, a poorer one, a later one, a shorter time. */
            worse: boolean;
        };
        /**
         * @description Which part a fastening has in a joint.
         * @enum {string}
         */
        Side: "carries" | "sits";
        /**
         * @description What a port, a cable or a path carries. Power joins when its work does.
         * @enum {string}
         */
        SignalKind: "picture" | "sound" | "timecode" | "data" | "power";
        /** @description A rig of which a part is slid, turned or tilted: what follows while that goes on. */
        SlidRig: components["schemas"]["RigFigures"] & {
            /** @description What is found of the rigs of its build. */
            findings: components["schemas"]["Finding"][];
        };
        /** @description How far a part slides. */
        SlideReport: {
            /**
             * Format: double
             * @description Where it is.
             */
            at: number;
            /**
             * Format: double
             * @description From where, in millimetres.
             */
            from: number;
            /**
             * Format: double
             * @description To where.
             */
            to: number;
            /** @description The way on each drawing, right and down, of a millimetre. */
            ways: [
                number,
                number
            ][];
        };
        /**
         * @description How the slots of a recorder are used.
         * @enum {string}
         */
        SlotUse: "relay" | "mirror" | "proxy";
        /** @description Where a socket is. */
        Socket: {
            /** @description Where. */
            at: components["schemas"]["Point"];
            /** @description The way that the plug points out. */
            faces: components["schemas"]["Facing"];
            /** @description The port. */
            port: string;
        };
        /** @description A sort of socket. */
        SocketOffer: {
            /** @description Its plug. */
            connector: string;
            hdmi?: components["schemas"]["HdmiPort"] | null;
            /** @description In words: *SDI 12G, BNC*. */
            label: string;
            sdi?: components["schemas"]["SdiPort"] | null;
            /** @description What runs on it. */
            wire: components["schemas"]["Wire"];
        };
        /**
         * @description Where the sound of record is made.
         * @enum {string}
         */
        SoundOfRecord: "separate" | "in-camera" | "both";
        /** @description All that is shown of the sound of a build. */
        SoundReport: {
            /** @description Sound against picture, where both meet. */
            apart: components["schemas"]["ApartReport"][];
            /** @description Each source on each track, in the order of the recorders and their tracks. */
            chains: components["schemas"]["ChainReport"][];
            /** @description So many more are judged and not listed. */
            chains_left_out: number;
            /**
             * Format: double
             * @description Where full scale stands on the one scale of the chains, in dBu.
             */
            full_scale_dbu: number;
            /** @description The room's own noise. */
            room: components["schemas"]["RoomReport"];
            /** @description Each recorder that writes sound. */
            sheets: components["schemas"]["TrackSheet"][];
        };
        /**
         * @description What is set on a port that carries sound. What isn't said is planned: the gain that brings the
         *     source to the reference, 48 V where the microphone needs them.
         */
        SoundSetting: {
            /** @description Whether the gain follows the level by itself. */
            auto_gain?: boolean;
            /**
             * Format: int32
             * @description On a transmitter's antenna: what it is tuned to, in kilohertz.
             */
            frequency_khz?: number | null;
            gain?: components["schemas"]["Decibels"] | null;
            level?: components["schemas"]["LevelKind"] | null;
            /** @description Whether the limiter is in. */
            limiter?: boolean | null;
            measured?: components["schemas"]["MeasuredLevel"] | null;
            /** @description Whether the input's own pad is in. */
            pad?: boolean | null;
            /** @description Whether 48 V are on. */
            phantom?: boolean | null;
        };
        /**
         * @description What a microphone hears.
         * @enum {string}
         */
        SoundSource: "whisper" | "quiet-talk" | "talk" | "loud-talk" | "shout" | "song" | "crowd" | "street" | "workshop" | "foundry";
        /** @description A channel that comes into a recorder. */
        SourceReport: {
            /** @description Other recorders that write it. */
            also: string[];
            /** @description Where it comes in: *Input 1*. */
            at: string;
            /**
             * Format: int32
             * @description Which of its channels, from 1.
             */
            channel: number;
            /**
             * Format: int64
             * @description How late it is, in microseconds.
             */
            delay_us: number;
            /** @description Who is heard on it: *Boom 1*, *Boom 1 and Boom 2*. */
            heard: string;
            /** @description The input's id. */
            input: string;
        };
        /** @description A space that must stay free, as it is drawn. */
        SpaceReport: {
            /** @description Its outlines. */
            outlines: components["schemas"]["Outlines"];
            /** @description What covers it, in words. */
            text: string;
        };
        /** @example 1 h 10 min */
        Span: string;
        /** @example 2× */
        Squeeze: string;
        /** @description The worst finding of each stage of the work that exists so far. */
        StageMarks: {
            build?: components["schemas"]["Severity"] | null;
            kit?: components["schemas"]["Severity"] | null;
            media?: components["schemas"]["Severity"] | null;
            needs?: components["schemas"]["Severity"] | null;
            path?: components["schemas"]["Severity"] | null;
            power?: components["schemas"]["Severity"] | null;
            record?: components["schemas"]["Severity"] | null;
            sound?: components["schemas"]["Severity"] | null;
            time?: components["schemas"]["Severity"] | null;
        };
        /** @description One stage of a chain. */
        StageReport: {
            /** @description Where it is. */
            at: string;
            /** @description Whether its gain follows the level by itself, where it can. */
            auto_gain?: boolean | null;
            /** @description The device's name. */
            device: string;
            /**
             * Format: double
             * @description What is added to its levels to draw them on one scale, in dB.
             */
            drawn_db: number;
            gain?: components["schemas"]["GainReport"] | null;
            /** @description What it is. */
            kind: string;
            level?: components["schemas"]["LevelKind"] | null;
            /**
             * Format: double
             * @description The average behind it.
             */
            level_db: number;
            /** @description What it can be switched to. */
            levels: components["schemas"]["LevelKind"][];
            /**
             * Format: double
             * @description The most before it clips.
             */
            limit_db?: number | null;
            /** @description What ends it there, in words. */
            limit_is?: string | null;
            /** @description Whether its limiter is in, where it has one. */
            limiter?: boolean | null;
            /** @description Where its level was measured: the file and the channel. */
            measured?: string | null;
            /** @description Its name, in a few words: *Input 1*. */
            name: string;
            /**
             * Format: double
             * @description The noise of the gear behind it.
             */
            noise_db: number;
            /** @description Whether its pad is in, where it has one. */
            pad?: boolean | null;
            /**
             * Format: double
             * @description The peaks behind it.
             */
            peak_db: number;
            /** @description Whether 48 V are on, where it could give them. */
            phantom?: boolean | null;
            /**
             * Format: double
             * @description The noise of the room behind it.
             */
            room_db: number;
            tuned?: components["schemas"]["TunedReport"] | null;
            /** @description What the levels are against. */
            unit: string;
        };
        /**
         * @description How a destination stands.
         * @enum {string}
         */
        Standing: "ok" | "caution" | "stop";
        /** @description Where cards are offloaded. */
        Station: {
            /**
             * @description What the bus behind all readers carries.
             * @default 7.2 Gb/s
             */
            bus_rate: components["schemas"]["BitRate"];
            /**
             * @description What each drive keeps up when written; every drive gets every byte.
             * @default [
             *       "1.76 Gb/s",
             *       "1.76 Gb/s"
             *     ]
             */
            drives: components["schemas"]["BitRate"][];
            /**
             * @description What the storage is planned with on top, for growth.
             * @default 20 %
             */
            margin: components["schemas"]["Percent"];
            /**
             * @description What a reader reads at most.
             * @default 3.2 Gb/s
             */
            reader_rate: components["schemas"]["BitRate"];
            /**
             * Format: int32
             * @description Readers, each with one card at a time.
             * @default 1
             */
            readers: number;
            /**
             * @description How copies are made sure of.
             * @default read-back
             */
            verify: components["schemas"]["Verify"];
            /**
             * @description From the camera to the reader, and from there back.
             * @default 5 min
             */
            way: components["schemas"]["Span"];
        };
        /** @description A step of an assembly. */
        StepReport: {
            /** @description What to be careful about. */
            care?: string | null;
            /** @description What is done: *A handle onto A top plate*. */
            do: string;
            /** @description What it is known by while it is ticked off: the same as long as the part and its joint are. */
            id: string;
            /** @description Its number, from 1. */
            number: number;
            onto?: components["schemas"]["String"] | null;
            /** @description The part. */
            part: components["schemas"]["String"];
            /** @description Where, and how it is set: *two 3/8" screws, 20 mm forward*. */
            place: string;
            /**
             * Format: int32
             * @description For how long, as a guide or in the crew’s own pace, in seconds.
             */
            seconds: number;
            /** @description With what: *hex 4*, *by hand*. */
            tool: string;
        };
        /** @description The build whose report is to come back. */
        StepRequest: {
            /** @description The build to report on. */
            build: components["schemas"]["String"];
        };
        String: string;
        /**
         * @description What stands between two antennas.
         * @enum {string}
         */
        Surroundings: "open" | "crowd" | "walls" | "metal";
        /** @description A card that is changed. */
        Swap: {
            /** @description When, on the clock. */
            at: string;
            /** @description The card that goes in: *CFexpress B 512 GB, 2*; none where nothing follows. */
            card?: string | null;
            /** @description Its name. */
            name: string;
            /** @description The recorder's handle. */
            recorder: components["schemas"]["String"];
            /**
             * Format: int64
             * @description When, in seconds since midnight.
             */
            seconds: number;
        };
        /** @description What brings a floor into sync. */
        SyncPlan: {
            /** @description The edit. */
            commands: components["schemas"]["Command"][];
            /** @description What it leaves. */
            left: string[];
            /** @description What it does, and why. */
            says: string[];
        };
        /** @description Which table. */
        TableAsked: {
            audio: components["schemas"]["AudioTracks"];
            /** @description A family of codecs; all where not said. */
            family?: string | null;
            raster: components["schemas"]["Raster"];
            rate: components["schemas"]["FrameRate"];
            reserve: string;
        };
        /** @description What a removal took out, each with its place in its list. */
        TakenOut: {
            /**
             * @description Connections.
             * @default []
             */
            connections: [
                number,
                {
                    /** @description Adapters, barrels, elbows and clamps on it, by id. */
                    adapters?: components["schemas"]["String"][];
                    /** @description The catalogue's id of the cable. */
                    cable: components["schemas"]["String"];
                    /** @description The output. */
                    from: components["schemas"]["PortRef"];
                    /** @description Short id. */
                    id: components["schemas"]["String"];
                    /** @description How long it is; for a radio pairing, the distance. */
                    length: components["schemas"]["Length"];
                    /** @description For a radio pairing: what stands between the antennas. */
                    surroundings?: components["schemas"]["Surroundings"];
                    /** @description The input. */
                    to: components["schemas"]["PortRef"];
                }
            ][];
            /**
             * @description Joints.
             * @default []
             */
            joints: [
                number,
                {
                    /** @description The fastening that carries: `a-cage.top`. */
                    onto: string;
                    /** @description The fastening that sits: `a-handle.foot`. */
                    part: string;
                    /**
                     * Format: int32
                     * @description How far along the rail, in millimetres.
                     */
                    slide?: number;
                    /**
                     * Format: int32
                     * @description How far it is tilted, in degrees.
                     */
                    tilt?: number;
                    /**
                     * Format: int32
                     * @description How far it is turned about the fastening, in degrees.
                     */
                    turn?: number;
                }
            ][];
            /**
             * @description Needs.
             * @default []
             */
            needs: [
                number,
                {
                    /** @description The screen or recorder. */
                    at: components["schemas"]["String"];
                    bits?: components["schemas"]["Depth"] | null;
                    /** @description Without overlays. */
                    clean?: boolean;
                    /** @description Short id. */
                    id: components["schemas"]["String"];
                    length?: components["schemas"]["Span"] | null;
                    /** @description With the look, or without it; as it comes where not said. */
                    look?: boolean | null;
                    of?: components["schemas"]["String"] | null;
                    /** @description What for. */
                    purpose: components["schemas"]["Purpose"];
                    raster?: components["schemas"]["Raster"] | null;
                    sampling?: components["schemas"]["Sampling"] | null;
                    /** @description Sound channels that must come along. */
                    sound?: number;
                    within?: components["schemas"]["Delay"] | null;
                }
            ][];
            /**
             * @description Placements.
             * @default []
             */
            placements: [
                number,
                {
                    /** @description The catalogue's id of the device. */
                    device: components["schemas"]["String"];
                    /** @description Its handle: `a`. */
                    id: components["schemas"]["String"];
                    /** @description Its name on this floor: *A camera*. */
                    name: string;
                    /** @description What is set on it. */
                    settings?: components["schemas"]["Settings"];
                    /** @description The unit it travels with. */
                    unit: components["schemas"]["String"];
                }
            ][];
            /** @default null */
            timecode_master: components["schemas"]["String"] | null;
            /**
             * @description Units.
             * @default []
             */
            units: [
                number,
                {
                    /** @description Short id. */
                    id: components["schemas"]["String"];
                    /** @description Its name. */
                    name: string;
                }
            ][];
        };
        /**
         * @description Which way the tape ran.
         * @enum {string}
         */
        TapeDirection: "forward" | "backward";
        /** @description One term of a working. */
        Term: {
            /** @description What it is: *Total raster*. */
            name: string;
            /** @description Where it comes from: the standard, the catalogue entry, the crew's own choice. */
            source: string;
            /** @description Its value with its unit: *5280 × 2250*. */
            value: string;
        };
        /** @description All that is shown of the time of a build. */
        TimeReport: {
            /**
             * Format: int64
             * @description When the day begins, in seconds since midnight, and when it ends.
             */
            begins: number;
            /** @description Breaks of the day. */
            breaks: components["schemas"]["BreakReport"][];
            /** @description Every clock, in the order of the build. */
            clocks: components["schemas"]["ClockReport"][];
            /**
             * Format: int64
             * @description When it ends.
             */
            ends: number;
            /** @description Times of the day at which something is jammed, the first first. */
            jams: components["schemas"]["JamReport"][];
            master?: components["schemas"]["String"] | null;
            /** @description Whether somebody said so; else it is taken for it. */
            master_named: boolean;
            /** @description Every two of them. */
            pairs: components["schemas"]["PairReport"][];
            /** @description Whether the day was planned; else these are usual hours. */
            planned: boolean;
            /** @description Frames a second, as the project runs. */
            rate: string;
            /**
             * Format: double
             * @description What two may be apart before it is seen, in frames.
             */
            tolerance_frames: number;
        };
        /** @description One codec's times. */
        TimeRow: {
            /** @description The codec's id. */
            codec: string;
            /** @description Its name. */
            name: string;
            /** @description The rate in both ways. */
            rate_label: string;
            /** @description A time for each medium; none where it isn't made for the picture. */
            times: (string | null)[];
        };
        /** @description A table of codecs against media. */
        TimeTable: {
            /** @description Every family that there is. */
            families: string[];
            /** @description The media, by capacity. */
            media: string[];
            /** @description A row for each codec. */
            rows: components["schemas"]["TimeRow"][];
        };
        /** @example 25 */
        TimecodeRate: string;
        /**
         * @description What timecode boxes are for.
         * @enum {string}
         */
        TimecodeSchool: "box-stays-on" | "jam-and-unplug";
        /**
         * @description What a fastening is made and undone with.
         * @enum {string}
         */
        Tool: "hand" | "hex-2" | "hex-2.5" | "hex-3" | "hex-4" | "hex-5" | "flat";
        /**
         * @description What a track is for.
         * @enum {string}
         */
        TrackKind: "iso" | "mix" | "scratch" | "safety" | "mid" | "side";
        /** @description A way to fill the tracks of a recorder. */
        TrackPreset: {
            /** @description What it does: *boom on 1, safety −12 dB on 2, the others from 3 on*. */
            name: string;
            /** @description The tracks. */
            tracks: components["schemas"]["TrackSetting"][];
        };
        /** @description One track. */
        TrackReport: {
            /**
             * Format: double
             * @description The average, against full scale, where it is known.
             */
            dbfs?: number | null;
            /** @description What is on it, by the places of the sources in the sheet. */
            from: number[];
            /** @description What it is for. */
            kind: components["schemas"]["TrackKind"];
            /** @description Sources that are set and don't arrive. */
            missing: number;
            /** @description Its name; where nobody gave one, that of its sources. */
            name: string;
            /** @description Whether somebody gave it. */
            named: boolean;
            /** @description From 1. */
            number: number;
            /**
             * Format: double
             * @description Its peaks.
             */
            peak_dbfs?: number | null;
            /** @description Whose timecode is on it, where it holds that in the place of sound. */
            timecode?: string | null;
            /** @description How much louder or softer it is written. */
            trim?: string | null;
            /** @description The port whose figures aren't known, where the level isn't for want of them. */
            unknown?: string | null;
        };
        /** @description One track of a recorder. */
        TrackSetting: {
            /** @description What is recorded on it; several are mixed; nothing where none. */
            from?: components["schemas"]["TrackSource"][];
            /** @description What it is for. */
            kind?: components["schemas"]["TrackKind"];
            /** @description Its name in the recording. */
            name?: string | null;
            trim?: components["schemas"]["Decibels"] | null;
        };
        /** @description The tracks of one recorder. */
        TrackSheet: {
            /** @description Tracks that it could record. */
            most: number;
            /** @description Its name. */
            name: string;
            /** @description The recorder. */
            recorder: components["schemas"]["String"];
            /** @description Whether somebody has said what is on which. */
            set: boolean;
            /** @description What comes in and could be on a track. */
            sources: components["schemas"]["SourceReport"][];
            /** @description Tracks that are set to record. */
            tracks: components["schemas"]["TrackReport"][];
        };
        /** @description A channel that comes into a recorder. */
        TrackSource: {
            /**
             * Format: int32
             * @description Which of its channels, from 1.
             */
            channel?: number;
            /** @description The input's id. */
            input: string;
        };
        /**
         * @description How the wireless transmitter is fed.
         * @enum {string}
         */
        TransmitterFeed: "own-output" | "relayed";
        /** @description An edit that is looked at before it is made. */
        Tried: {
            /** @description The build. */
            build: components["schemas"]["String"];
            /** @description What would be changed. */
            commands: components["schemas"]["Command"][];
        };
        /** @description What a transmitter is tuned to. */
        TunedReport: {
            /**
             * Format: double
             * @description The lowest that it can be tuned to, in megahertz.
             */
            from_mhz: number;
            /**
             * Format: double
             * @description In megahertz; none where nobody has said.
             */
            mhz?: number | null;
            /**
             * Format: double
             * @description The highest.
             */
            to_mhz: number;
        };
        /** @description What a transmitter can be tuned to, in kilohertz. */
        Tuning: {
            /**
             * Format: int32
             * @description The lowest.
             */
            from_khz: number;
            /**
             * Format: int32
             * @description From one to the next.
             */
            step_khz: number;
            /**
             * Format: int32
             * @description The highest.
             */
            to_khz: number;
        };
        /** @description What the turned-around sums are made for, as typed. */
        Turned: {
            /** @description Sound: `4x48000x24`. */
            audio: components["schemas"]["AudioTracks"];
            /** @description A codec's id: the answer is the capacity for `length`. */
            codec?: string | null;
            /**
             * @description With a capacity: whether the rate is asked for that fills it in that time, in the place of a
             *     codec.
             */
            find_rate?: boolean;
            /** @description How long it must last. */
            length: string;
            /** @description A capacity: the answer is the largest codec that lasts for `length`. */
            media?: string | null;
            raster: components["schemas"]["Raster"];
            rate: components["schemas"]["FrameRate"];
            reserve: string;
        };
        /** @description The answer to a sum that was turned around. */
        TurnedAnswer: {
            /**
             * Format: int64
             * @description The capacity in bytes, where that was asked for.
             */
            bytes?: number | null;
            /** @description The codec's id, where that was asked for. */
            codec?: string | null;
            /** @description In one line. */
            label: string;
            /**
             * Format: int64
             * @description The rate in bits a second, where that was asked for.
             */
            rate_bps?: number | null;
        };
        /** @description Two devices to join. */
        TwoDevices: {
            /** @description The build. */
            build: components["schemas"]["String"];
            /** @description The device that gives. */
            from: components["schemas"]["String"];
            /** @description The device that takes. */
            to: components["schemas"]["String"];
        };
        /** @description A group within a build that travels together: a camera rig, the village, the sound cart. */
        Unit: {
            /** @description Short id. */
            id: components["schemas"]["String"];
            /** @description Its name. */
            name: string;
        };
        /** @description How many findings of each severity. */
        Verdict: {
            /** @description Cautions. */
            cautions: number;
            /** @description Notes. */
            notes: number;
            /** @description Stops. */
            stops: number;
            /** @description In words: *2 stops, 3 cautions*. */
            text: string;
        };
        /**
         * @description How copies are made sure of.
         * @enum {string}
         */
        Verify: "read-back" | "checksum";
        /**
         * @description How an internal path handles the signal.
         * @enum {string}
         */
        Via: "loop" | "relay" | "convert" | "scale" | "frame-rate" | "radio" | "embed";
        /** @example 11 to 17 V */
        VoltRange: string;
        /** @example 14.4 V */
        Volts: string;
        /** @description Devices to be put on the floor of a build. */
        Wanted: {
            /** @description The build. */
            build: components["schemas"]["String"];
            /** @description Whether they are wired where there is one sensible way, and recorders started. */
            connect?: boolean;
            /** @description What, and how many of each. */
            devices: components["schemas"]["WantedDevice"][];
            distance?: components["schemas"]["Length"] | null;
            /** @description Whether screens and recorders get their usual needs. */
            needs?: boolean;
            /** @description The name of a unit that is made for them. */
            new_unit?: string | null;
            unit?: components["schemas"]["String"] | null;
        };
        /** @description So many of a device. */
        WantedDevice: {
            /**
             * Format: int32
             * @description How many.
             */
            count: number;
            /** @description The catalogue's id. */
            device: string;
        };
        /** @example 98 Wh */
        WattHours: string;
        /** @example 22 W */
        Watts: string;
        /** @description What a recording holds, and how that is against the plan. */
        WavAnswer: {
            /** @description Each channel against its track; empty where no recorder was named. */
            compared: components["schemas"]["Compared"][];
            /** @description What it holds. */
            recording: components["schemas"]["WavReport"];
        };
        /** @description What a recording holds. */
        WavReport: {
            /**
             * Format: int32
             * @description Bits a sample.
             */
            bits: number;
            /** @description Its channels. */
            channels: components["schemas"]["ChannelLevels"][];
            /** @description Whether the file ends before it says that it does. */
            cut_short: boolean;
            /** @description Whether they are floating point. */
            float: boolean;
            /**
             * Format: int64
             * @description Samples of each channel.
             */
            frames: number;
            /** @description Channels that hold the same, or the same upside down. */
            pairs: components["schemas"]["PairLevels"][];
            /**
             * Format: int32
             * @description Samples a second.
             */
            sample_rate: number;
            /**
             * Format: double
             * @description How long it is, in seconds.
             */
            seconds: number;
        };
        /** @description What one more of something would change. */
        WhatIf: {
            /** @description What that changes, in a sentence. */
            says: string;
            /** @description One more what. */
            what: string;
        };
        /**
         * @description What runs on a wire.
         * @enum {string}
         */
        Wire: "sdi" | "hdmi" | "analogue" | "ltc" | "radio-picture" | "radio-sound" | "radio-app" | "composite" | "optical-sdi" | "usb-data" | "shoe-sound" | "aes3" | "reference" | "power";
        /** @description How a figure was reached. Built where the figure is computed, and shown as it is. */
        Working: {
            /** @description The figure itself, with its unit. */
            result: string;
            /** @description The terms in the order in which they are used. */
            terms: components["schemas"]["Term"][];
            /** @description What the figure answers: *Record time on 512 GB*. */
            title: string;
        };
        /** @description A production with everything that follows from one of its builds: what every view shows. */
        Workspace: {
            /** @description The production's id. */
            id: string;
            /** @description What people chose. */
            production: components["schemas"]["Production"];
            /** @description What redo would do again. */
            redo?: string | null;
            /** @description What follows. */
            report: components["schemas"]["Report"];
            /**
             * Format: int64
             * @description Its revision: send it with the next edit.
             */
            revision: number;
            /** @description After an edit: what it left behind that nobody would look for, in sentences. */
            said?: string[];
            /** @description What undo would take back. */
            undo?: string | null;
            /**
             * Format: int64
             * @description When it was made, in seconds since 1970, where that is known.
             */
            undo_at?: number | null;
            /** @description Who made it, where they said so. */
            undo_by?: string | null;
            /**
             * Format: int64
             * @description The number of that step in the history: it grows with every edit.
             */
            undo_step?: number | null;
        };
        /** @description A space that must stay free. */
        Zone: {
            /** @description The corner to the left, below, behind. */
            from: components["schemas"]["Point"];
            /** @description What for. */
            kind: components["schemas"]["ZoneKind"];
            /** @description What it is called: *card door*. */
            name: string;
            /** @description The corner to the right, above, in front. */
            to: components["schemas"]["Point"];
        };
        /**
         * @description What a zone is kept free for.
         * @enum {string}
         */
        ZoneKind: "card-door" | "battery-door" | "control" | "vent" | "screen" | "microphone";
    };
    responses: never;
    parameters: never;
    requestBodies: never;
    headers: never;
    pathItems: never;
}
export type $defs = Record<string, never>;
export interface operations {
    save_backup: {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            /** @description The backup */
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/vnd.sqlite3": number[];
                };
            };
            /** @description What went wrong, in a sentence */
            default: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
        };
    };
    restore_backup: {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        requestBody: {
            content: {
                "application/octet-stream": number[];
            };
        };
        responses: {
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["BackupAnswer"];
                };
            };
            413: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
            422: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
            507: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
            /** @description What went wrong, in a sentence */
            default: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
        };
    };
    undo_restore: {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["BackupAnswer"];
                };
            };
            422: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
            /** @description What went wrong, in a sentence */
            default: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
        };
    };
    calculator: {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        requestBody: {
            content: {
                "application/json": components["schemas"]["Turned"];
            };
        };
        responses: {
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["TurnedAnswer"];
                };
            };
            422: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
            /** @description What went wrong, in a sentence */
            default: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
        };
    };
    all: {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Reference"];
                };
            };
            422: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
            /** @description What went wrong, in a sentence */
            default: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
        };
    };
    edid: {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        requestBody: {
            content: {
                "application/octet-stream": number[];
            };
        };
        responses: {
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["EdidReading"];
                };
            };
            422: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
            /** @description What went wrong, in a sentence */
            default: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
        };
    };
    follow_all: {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            /** @description Server-sent events: `change`, each a `Change` as JSON */
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "text/event-stream": components["schemas"]["Change"];
                };
            };
            /** @description What went wrong, in a sentence */
            default: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
        };
    };
    offered: {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Package"][];
                };
            };
            422: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
            /** @description What went wrong, in a sentence */
            default: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
        };
    };
    list: {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Listed"][];
                };
            };
            422: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
            /** @description What went wrong, in a sentence */
            default: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
        };
    };
    create: {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        requestBody: {
            content: {
                "application/json": components["schemas"]["NewProduction"];
            };
        };
        responses: {
            201: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Workspace"];
                };
            };
            422: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
            /** @description What went wrong, in a sentence */
            default: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
        };
    };
    import: {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        requestBody: {
            content: {
                "application/json": components["schemas"]["ProductionFile"];
            };
        };
        responses: {
            201: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Workspace"];
                };
            };
            413: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
            422: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
            /** @description What went wrong, in a sentence */
            default: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
        };
    };
    read: {
        parameters: {
            query?: {
                /** @description The build's id; the first where not said. */
                build?: string;
                /**
                 * @description The revision that the asker has: with `Accept: application/json-patch+json`, what changed
                 *     since is answered where that is less than the whole.
                 */
                since?: number;
            };
            header?: never;
            path: {
                /** @description The production’s id. */
                id: string;
            };
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            /** @description The workspace, or a JSON Patch (RFC 6902) of the one that the asker has */
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Workspace"];
                    "application/json-patch+json": components["schemas"]["PatchStep"][];
                };
            };
            404: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
            /** @description What went wrong, in a sentence */
            default: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
        };
    };
    delete: {
        parameters: {
            query?: never;
            header?: never;
            path: {
                /** @description The production’s id. */
                id: string;
            };
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            204: {
                headers: {
                    [name: string]: unknown;
                };
                content?: never;
            };
            404: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
            /** @description What went wrong, in a sentence */
            default: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
        };
    };
    alike: {
        parameters: {
            query?: never;
            header?: never;
            path: {
                /** @description The production’s id. */
                id: string;
            };
            cookie?: never;
        };
        requestBody: {
            content: {
                "application/json": components["schemas"]["OneRecorder"];
            };
        };
        responses: {
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Setup"];
                };
            };
            404: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
            422: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
            /** @description What went wrong, in a sentence */
            default: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
        };
    };
    packed: {
        parameters: {
            query: {
                /** @description The build. */
                build: string;
            };
            header?: never;
            path: {
                /** @description The production’s id. */
                id: string;
            };
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Bags"];
                };
            };
            404: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
            422: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
            /** @description What went wrong, in a sentence */
            default: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
        };
    };
    of_production: {
        parameters: {
            query?: never;
            header?: never;
            path: {
                /** @description The production’s id. */
                id: string;
            };
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Reference"];
                };
            };
            404: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
            422: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
            /** @description What went wrong, in a sentence */
            default: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
        };
    };
    chain_level: {
        parameters: {
            query: {
                /** @description The build. */
                build: string;
                /** @description The chain's id. */
                chain: string;
            };
            header?: never;
            path: {
                /** @description The production’s id. */
                id: string;
            };
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Working"] | null;
                };
            };
            404: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
            422: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
            /** @description What went wrong, in a sentence */
            default: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
        };
    };
    choices: {
        parameters: {
            query?: never;
            header?: never;
            path: {
                /** @description The production’s id. */
                id: string;
            };
            cookie?: never;
        };
        requestBody: {
            content: {
                "application/json": components["schemas"]["Choices"];
            };
        };
        responses: {
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["ChoiceReport"][];
                };
            };
            404: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
            422: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
            /** @description What went wrong, in a sentence */
            default: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
        };
    };
    edit: {
        parameters: {
            query?: never;
            header: {
                /** @description The revision, in quotes */
                "If-Match": string;
                /** @description What the edit is known by: sent again under the same key, it isn’t made twice */
                "Idempotency-Key"?: string | null;
            };
            path: {
                /** @description The production’s id. */
                id: string;
            };
            cookie?: never;
        };
        requestBody: {
            content: {
                "application/json": components["schemas"]["Edit"];
            };
        };
        responses: {
            /** @description The workspace, or a JSON Patch (RFC 6902) of the one at that revision */
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Workspace"];
                    "application/json-patch+json": components["schemas"]["PatchStep"][];
                };
            };
            404: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
            409: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
            412: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
            422: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
            428: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
            /** @description What went wrong, in a sentence */
            default: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
        };
    };
    compare: {
        parameters: {
            query: {
                /** @description The one to compare with. */
                before: string;
                /** @description The one that is looked at. */
                after: string;
            };
            header?: never;
            path: {
                /** @description The production’s id. */
                id: string;
            };
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["BuildComparison"];
                };
            };
            404: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
            422: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
            /** @description What went wrong, in a sentence */
            default: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
        };
    };
    cost_of: {
        parameters: {
            query: {
                /** @description The build. */
                build: string;
            };
            header?: never;
            path: {
                /** @description The production’s id. */
                id: string;
            };
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Cost"];
                };
            };
            404: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
            422: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
            /** @description What went wrong, in a sentence */
            default: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
        };
    };
    plan: {
        parameters: {
            query: {
                /** @description The build. */
                build: string;
            };
            header?: never;
            path: {
                /** @description The production’s id. */
                id: string;
            };
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["MediaPlan"];
                };
            };
            404: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
            422: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
            /** @description What went wrong, in a sentence */
            default: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
        };
    };
    duplicate: {
        parameters: {
            query?: never;
            header?: never;
            path: {
                /** @description The production’s id. */
                id: string;
            };
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            201: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Workspace"];
                };
            };
            404: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
            /** @description What went wrong, in a sentence */
            default: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
        };
    };
    write_entries: {
        parameters: {
            query: {
                /** @description Ids, with commas between. */
                ids: string;
            };
            header?: never;
            path: {
                /** @description The production’s id. */
                id: string;
            };
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["EntriesFile"];
                };
            };
            404: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
            422: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
            /** @description What went wrong, in a sentence */
            default: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
        };
    };
    read_entries: {
        parameters: {
            query?: never;
            header?: never;
            path: {
                /** @description The production’s id. */
                id: string;
            };
            cookie?: never;
        };
        requestBody: {
            content: {
                "application/json": components["schemas"]["EntriesFile"];
            };
        };
        responses: {
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["EntriesFile"];
                };
            };
            404: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
            422: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
            /** @description What went wrong, in a sentence */
            default: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
        };
    };
    entry: {
        parameters: {
            query?: never;
            header?: never;
            path: {
                /** @description The production’s id. */
                id: string;
            };
            cookie?: never;
        };
        requestBody: {
            content: {
                "application/json": components["schemas"]["EntryAsked"];
            };
        };
        responses: {
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["EntryAnswer"];
                };
            };
            404: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
            422: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
            /** @description What went wrong, in a sentence */
            default: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
        };
    };
    follow: {
        parameters: {
            query?: never;
            header?: never;
            path: {
                /** @description The production’s id. */
                id: string;
            };
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            /** @description Server-sent events: `revision` with the new revision */
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "text/event-stream": string;
                };
            };
            404: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
            /** @description What went wrong, in a sentence */
            default: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
        };
    };
    export: {
        parameters: {
            query?: never;
            header?: never;
            path: {
                /** @description The production’s id. */
                id: string;
            };
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["ProductionFile"];
                };
            };
            404: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
            422: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
            /** @description What went wrong, in a sentence */
            default: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
        };
    };
    fixes: {
        parameters: {
            query: {
                /** @description The build. */
                build: string;
                /** @description The finding’s id. */
                finding: string;
            };
            header?: never;
            path: {
                /** @description The production’s id. */
                id: string;
            };
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Fix"][];
                };
            };
            404: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
            422: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
            /** @description What went wrong, in a sentence */
            default: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
        };
    };
    follow_path: {
        parameters: {
            query: {
                /** @description The build. */
                build: string;
                /** @description The device's handle. */
                at: string;
            };
            header?: never;
            path: {
                /** @description The production’s id. */
                id: string;
            };
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Hop"][];
                };
            };
            404: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
            422: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
            /** @description What went wrong, in a sentence */
            default: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
        };
    };
    formats: {
        parameters: {
            query: {
                /** @description The build. */
                build: string;
                /** @description The output. */
                at: string;
            };
            header?: never;
            path: {
                /** @description The production’s id. */
                id: string;
            };
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["FormatsReport"];
                };
            };
            404: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
            422: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
            /** @description What went wrong, in a sentence */
            default: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
        };
    };
    gains: {
        parameters: {
            query: {
                /** @description The build. */
                build: string;
            };
            header?: never;
            path: {
                /** @description The production’s id. */
                id: string;
            };
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["SetGains"];
                };
            };
            404: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
            422: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
            /** @description What went wrong, in a sentence */
            default: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
        };
    };
    at_a_glance: {
        parameters: {
            query?: never;
            header?: never;
            path: {
                /** @description The production’s id. */
                id: string;
            };
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["AtAGlance"];
                };
            };
            404: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
            422: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
            /** @description What went wrong, in a sentence */
            default: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
        };
    };
    inputs: {
        parameters: {
            query: {
                /** @description The build. */
                build: string;
                /** @description The output, as typed: `a.sdi1`. */
                from: string;
            };
            header?: never;
            path: {
                /** @description The production’s id. */
                id: string;
            };
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["InputReport"][];
                };
            };
            404: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
            422: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
            /** @description What went wrong, in a sentence */
            default: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
        };
    };
    join_two: {
        parameters: {
            query?: never;
            header?: never;
            path: {
                /** @description The production’s id. */
                id: string;
            };
            cookie?: never;
        };
        requestBody: {
            content: {
                "application/json": components["schemas"]["TwoDevices"];
            };
        };
        responses: {
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Setup"];
                };
            };
            404: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
            422: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
            /** @description What went wrong, in a sentence */
            default: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
        };
    };
    kit_lines: {
        parameters: {
            query: {
                /** @description The build. */
                build: string;
            };
            header?: never;
            path: {
                /** @description The production’s id. */
                id: string;
            };
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["KitReport"][];
                };
            };
            404: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
            422: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
            /** @description What went wrong, in a sentence */
            default: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
        };
    };
    line: {
        parameters: {
            query?: never;
            header?: never;
            path: {
                /** @description The production’s id. */
                id: string;
            };
            cookie?: never;
        };
        requestBody: {
            content: {
                "application/json": components["schemas"]["Line"];
            };
        };
        responses: {
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["LineAnswer"];
                };
            };
            404: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
            422: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
            /** @description What went wrong, in a sentence */
            default: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
        };
    };
    check_line: {
        parameters: {
            query: {
                /** @description The build. */
                build: string;
            };
            header?: never;
            path: {
                /** @description The production’s id. */
                id: string;
            };
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["CheckItem"][];
                };
            };
            404: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
            422: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
            /** @description What went wrong, in a sentence */
            default: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
        };
    };
    csv: {
        parameters: {
            query: {
                /** @description The build. */
                build: string;
            };
            header?: never;
            path: {
                /** @description The production’s id. */
                id: string;
            };
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "text/csv": string;
                };
            };
            404: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
            /** @description What went wrong, in a sentence */
            default: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
        };
    };
    modes_of: {
        parameters: {
            query: {
                /** @description The build. */
                build: string;
                /** @description The device's handle. */
                at: string;
            };
            header?: never;
            path: {
                /** @description The production’s id. */
                id: string;
            };
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["ModesReport"] | null;
                };
            };
            404: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
            422: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
            /** @description What went wrong, in a sentence */
            default: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
        };
    };
    mount: {
        parameters: {
            query: {
                /** @description The build. */
                build: string;
                /** @description The part. */
                part: string;
            };
            header?: never;
            path: {
                /** @description The production’s id. */
                id: string;
            };
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["MountProposal"][];
                };
            };
            404: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
            422: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
            /** @description What went wrong, in a sentence */
            default: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
        };
    };
    outlook: {
        parameters: {
            query?: never;
            header?: never;
            path: {
                /** @description The production’s id. */
                id: string;
            };
            cookie?: never;
        };
        requestBody: {
            content: {
                "application/json": components["schemas"]["Ahead"];
            };
        };
        responses: {
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Outlook"];
                };
            };
            404: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
            422: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
            /** @description What went wrong, in a sentence */
            default: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
        };
    };
    power_a_unit: {
        parameters: {
            query: {
                /** @description The build. */
                build: string;
                /** @description The unit. */
                unit: string;
                /** @description How long the day is: 10 h. */
                length: string;
            };
            header?: never;
            path: {
                /** @description The production’s id. */
                id: string;
            };
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["PowerProposal"][];
                };
            };
            404: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
            422: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
            /** @description What went wrong, in a sentence */
            default: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
        };
    };
    redo: {
        parameters: {
            query?: never;
            header: {
                /** @description The revision, in quotes */
                "If-Match": string;
                /** @description What the edit is known by: sent again under the same key, it isn’t made twice */
                "Idempotency-Key"?: string | null;
            };
            path: {
                /** @description The production’s id. */
                id: string;
            };
            cookie?: never;
        };
        requestBody: {
            content: {
                "application/json": components["schemas"]["StepRequest"];
            };
        };
        responses: {
            /** @description The workspace, or a JSON Patch (RFC 6902) of the one at that revision */
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Workspace"];
                    "application/json-patch+json": components["schemas"]["PatchStep"][];
                };
            };
            404: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
            412: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
            422: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
            /** @description What went wrong, in a sentence */
            default: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
        };
    };
    remedies: {
        parameters: {
            query: {
                /** @description The build. */
                build: string;
                /** @description The finding’s id. */
                finding: string;
            };
            header?: never;
            path: {
                /** @description The production’s id. */
                id: string;
            };
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Remedies"];
                };
            };
            404: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
            422: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
            /** @description What went wrong, in a sentence */
            default: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
        };
    };
    restore: {
        parameters: {
            query?: never;
            header?: never;
            path: {
                /** @description The production’s id. */
                id: string;
            };
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Workspace"];
                };
            };
            404: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
            422: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
            /** @description What went wrong, in a sentence */
            default: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
        };
    };
    rig_change: {
        parameters: {
            query: {
                /** @description The build that stands. */
                from: string;
                /** @description The build that is wanted. */
                to: string;
            };
            header?: never;
            path: {
                /** @description The production’s id. */
                id: string;
            };
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["BuildChange"];
                };
            };
            404: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
            422: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
            /** @description What went wrong, in a sentence */
            default: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
        };
    };
    slid: {
        parameters: {
            query: {
                /** @description The build. */
                build: string;
                /** @description The fastening that sits: `a-handle.foot`. */
                part: string;
                /** @description The fastening that carries. */
                onto: string;
                /** @description How far along, in millimetres. */
                slide?: number;
                /** @description How far it is turned, in degrees. */
                turn?: number;
                /** @description How far it is tilted, in degrees. */
                tilt?: number;
            };
            header?: never;
            path: {
                /** @description The production’s id. */
                id: string;
            };
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["SlidRig"];
                };
            };
            404: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
            422: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
            /** @description What went wrong, in a sentence */
            default: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
        };
    };
    rigs: {
        parameters: {
            query: {
                /** @description The build. */
                build: string;
            };
            header?: never;
            path: {
                /** @description The production’s id. */
                id: string;
            };
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["RigsReport"];
                };
            };
            404: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
            422: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
            /** @description What went wrong, in a sentence */
            default: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
        };
    };
    routes: {
        parameters: {
            query: {
                /** @description The build. */
                build: string;
                /** @description A device or an output: `a`, `a.sdi1`. */
                from: string;
                /** @description A device or an input: `dir`, `dir.sdi`. */
                to: string;
            };
            header?: never;
            path: {
                /** @description The production’s id. */
                id: string;
            };
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["RoutesReport"];
                };
            };
            404: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
            422: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
            /** @description What went wrong, in a sentence */
            default: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
        };
    };
    safe: {
        parameters: {
            query: {
                /** @description The build. */
                build: string;
            };
            header?: never;
            path: {
                /** @description The production’s id. */
                id: string;
            };
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["SafeFixes"];
                };
            };
            404: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
            422: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
            /** @description What went wrong, in a sentence */
            default: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
        };
    };
    schools: {
        parameters: {
            query: {
                /** @description The build. */
                build: string;
                /** @description The chain's id. */
                chain: string;
            };
            header?: never;
            path: {
                /** @description The production’s id. */
                id: string;
            };
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["SchoolsReport"] | null;
                };
            };
            404: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
            422: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
            /** @description What went wrong, in a sentence */
            default: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
        };
    };
    search: {
        parameters: {
            query: {
                /** @description What a thing must do, or its name: `takes HDMI 2160p50, gives SDI`. */
                q: string;
            };
            header?: never;
            path: {
                /** @description The production’s id. */
                id: string;
            };
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["SearchHit"][];
                };
            };
            404: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
            422: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
            /** @description What went wrong, in a sentence */
            default: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
        };
    };
    seats: {
        parameters: {
            query: {
                /** @description The build. */
                build: string;
                /** @description The part. */
                part: string;
            };
            header?: never;
            path: {
                /** @description The production’s id. */
                id: string;
            };
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["PartSeats"];
                };
            };
            404: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
            422: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
            /** @description What went wrong, in a sentence */
            default: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
        };
    };
    set_up_floor: {
        parameters: {
            query?: never;
            header?: never;
            path: {
                /** @description The production’s id. */
                id: string;
            };
            cookie?: never;
        };
        requestBody: {
            content: {
                "application/json": components["schemas"]["Wanted"];
            };
        };
        responses: {
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Setup"];
                };
            };
            404: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
            422: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
            /** @description What went wrong, in a sentence */
            default: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
        };
    };
    tried: {
        parameters: {
            query?: never;
            header?: never;
            path: {
                /** @description The production’s id. */
                id: string;
            };
            cookie?: never;
        };
        requestBody: {
            content: {
                "application/json": components["schemas"]["Tried"];
            };
        };
        responses: {
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["SoundReport"];
                };
            };
            404: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
            422: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
            /** @description What went wrong, in a sentence */
            default: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
        };
    };
    sources_of: {
        parameters: {
            query: {
                /** @description The build. */
                build: string;
                /** @description The input, as typed: `dir.sdi`. */
                to: string;
            };
            header?: never;
            path: {
                /** @description The production’s id. */
                id: string;
            };
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["InputReport"][];
                };
            };
            404: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
            422: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
            /** @description What went wrong, in a sentence */
            default: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
        };
    };
    start: {
        parameters: {
            query?: never;
            header?: never;
            path: {
                /** @description The production’s id. */
                id: string;
            };
            cookie?: never;
        };
        requestBody: {
            content: {
                "application/json": components["schemas"]["OneRecorder"];
            };
        };
        responses: {
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Setup"];
                };
            };
            404: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
            422: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
            /** @description What went wrong, in a sentence */
            default: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
        };
    };
    sync_floor: {
        parameters: {
            query: {
                /** @description The build. */
                build: string;
            };
            header?: never;
            path: {
                /** @description The production’s id. */
                id: string;
            };
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["SyncPlan"];
                };
            };
            404: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
            422: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
            /** @description What went wrong, in a sentence */
            default: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
        };
    };
    presets: {
        parameters: {
            query: {
                /** @description The build. */
                build: string;
                /** @description The recorder. */
                recorder: string;
            };
            header?: never;
            path: {
                /** @description The production’s id. */
                id: string;
            };
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["TrackPreset"][];
                };
            };
            404: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
            422: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
            /** @description What went wrong, in a sentence */
            default: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
        };
    };
    tracks_csv: {
        parameters: {
            query: {
                /** @description The build. */
                build: string;
            };
            header?: never;
            path: {
                /** @description The production’s id. */
                id: string;
            };
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "text/csv": string;
                };
            };
            404: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
            /** @description What went wrong, in a sentence */
            default: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
        };
    };
    tracks_ixml: {
        parameters: {
            query: {
                /** @description The build. */
                build: string;
                /** @description The recorder. */
                recorder: string;
            };
            header?: never;
            path: {
                /** @description The production’s id. */
                id: string;
            };
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/xml": string;
                };
            };
            404: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
            /** @description What went wrong, in a sentence */
            default: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
        };
    };
    undo: {
        parameters: {
            query?: never;
            header: {
                /** @description The revision, in quotes */
                "If-Match": string;
                /** @description What the edit is known by: sent again under the same key, it isn’t made twice */
                "Idempotency-Key"?: string | null;
            };
            path: {
                /** @description The production’s id. */
                id: string;
            };
            cookie?: never;
        };
        requestBody: {
            content: {
                "application/json": components["schemas"]["StepRequest"];
            };
        };
        responses: {
            /** @description The workspace, or a JSON Patch (RFC 6902) of the one at that revision */
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Workspace"];
                    "application/json-patch+json": components["schemas"]["PatchStep"][];
                };
            };
            404: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
            412: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
            422: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
            /** @description What went wrong, in a sentence */
            default: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
        };
    };
    working: {
        parameters: {
            query: {
                /** @description The build. */
                build: string;
                /** @description The connection's id. */
                connection: string;
            };
            header?: never;
            path: {
                /** @description The production’s id. */
                id: string;
            };
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Working"] | null;
                };
            };
            404: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
            422: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
            /** @description What went wrong, in a sentence */
            default: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
        };
    };
    record_time: {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        requestBody: {
            content: {
                "application/json": components["schemas"]["Asked"];
            };
        };
        responses: {
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["RecordTime"];
                };
            };
            422: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
            /** @description What went wrong, in a sentence */
            default: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
        };
    };
    time_table: {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        requestBody: {
            content: {
                "application/json": components["schemas"]["TableAsked"];
            };
        };
        responses: {
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["TimeTable"];
                };
            };
            422: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
            /** @description What went wrong, in a sentence */
            default: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
        };
    };
    make_ltc: {
        parameters: {
            query: {
                /** @description What is counted: 25, 29.97 drop. */
                rate: string;
                /** @description The first label: 10:00:00:00. */
                start: string;
                /** @description How long: 10 s, 5 min. */
                length: string;
                /** @description Seconds since midnight on the asker’s clock: what *now* is. */
                clock?: number;
                /** @description Samples a second; 48,000 where not said. */
                sample_rate?: number;
                /** @description Bits a sample: 16, 24 or 32f; 24 where not said. */
                bits?: string;
                /** @description The peak; −12 dBFS where not said. */
                level?: string;
                /** @description Eight hexadecimal digits that every frame carries. */
                user_bits?: string;
                /** @description A day in the user bits and in the file: 2031-05-04. */
                date?: string;
                /** @description Only say whether it can be made. */
                check?: boolean;
            };
            header?: never;
            path?: never;
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "audio/wav": number[];
                };
            };
            /** @description It can be made. */
            204: {
                headers: {
                    [name: string]: unknown;
                };
                content?: never;
            };
            422: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
            /** @description What went wrong, in a sentence */
            default: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
        };
    };
    compare_ltc: {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        requestBody: {
            content: {
                "application/json": components["schemas"]["CompareBody"];
            };
        };
        responses: {
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["ComparedPair"][];
                };
            };
            422: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
            /** @description What went wrong, in a sentence */
            default: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
        };
    };
    new_head: {
        parameters: {
            query: {
                /** @description Samples from midnight to its first. */
                samples_from_midnight: number;
                /** @description How long the whole file is, in bytes; what is sent is all of it where not said. */
                file_bytes?: number;
                /** @description So many of the bytes that are sent are the last of the file; the first of it stand before them. */
                end_bytes?: number;
            };
            header?: never;
            path?: never;
            cookie?: never;
        };
        requestBody: {
            content: {
                "application/octet-stream": number[];
            };
        };
        responses: {
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/octet-stream": number[];
                };
            };
            422: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
            /** @description What went wrong, in a sentence */
            default: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
        };
    };
    labels: {
        parameters: {
            query: {
                /** @description What is counted. */
                rate: string;
                /** @description Seconds since midnight. */
                seconds: number;
                /** @description When it was set by the clock, in seconds since midnight; just now where not said. */
                set?: number;
            };
            header?: never;
            path?: never;
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["LabelsAnswer"];
                };
            };
            422: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
            /** @description What went wrong, in a sentence */
            default: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
        };
    };
    hear_live: {
        parameters: {
            query: {
                /** @description A name that the window chose. */
                name: string;
                /** @description Samples a second. */
                sample_rate: number;
                /** @description Seconds since midnight at the last sample, on the machine’s clock. */
                clock: number;
            };
            header?: never;
            path?: never;
            cookie?: never;
        };
        requestBody: {
            content: {
                "application/octet-stream": number[];
            };
        };
        responses: {
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["LiveAnswer"];
                };
            };
            422: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
            /** @description What went wrong, in a sentence */
            default: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
        };
    };
    read_ltc: {
        parameters: {
            query?: {
                /** @description The channel, from 1; the one that holds timecode where not said. */
                channel?: number;
            };
            header?: never;
            path?: never;
            cookie?: never;
        };
        requestBody: {
            content: {
                "application/octet-stream": number[];
            };
        };
        responses: {
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["LtcAnswer"];
                };
            };
            422: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
            /** @description What went wrong, in a sentence */
            default: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
        };
    };
    tone_wav: {
        parameters: {
            query: {
                /** @description How loud, against full scale: −20 dB. */
                level: string;
                /** @description A sine of so many hertz; pink noise where not said. */
                hertz?: number;
                /** @description How long, in seconds: 1 to 600. */
                seconds?: number;
                /** @description Samples a second. */
                rate?: number;
            };
            header?: never;
            path?: never;
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "audio/wav": number[];
                };
            };
            422: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
            /** @description What went wrong, in a sentence */
            default: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
        };
    };
    read_wav: {
        parameters: {
            query?: {
                /** @description The production. */
                production?: string;
                /** @description The build. */
                build?: string;
                /** @description The recorder that made it. */
                recorder?: string;
                /** @description The level of the tone that was sent, against full scale; none: what was planned. */
                tone?: string;
            };
            header?: never;
            path?: never;
            cookie?: never;
        };
        requestBody: {
            content: {
                "application/octet-stream": number[];
            };
        };
        responses: {
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["WavAnswer"];
                };
            };
            404: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
            422: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
            /** @description What went wrong, in a sentence */
            default: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
        };
    };
}
