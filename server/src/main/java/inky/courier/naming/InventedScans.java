package inky.courier.naming;

import inky.courier.core.message.Message;
import inky.courier.core.naming.NameValues;
import inky.courier.core.naming.NameValues.Contents;
import inky.courier.core.naming.NameValues.Device;
import inky.courier.core.naming.NameValues.Job;
import inky.courier.core.naming.NameValues.Numbers;
import inky.courier.core.naming.NameValues.Person;
import java.time.ZonedDateTime;
import java.util.Map;

/** Scans by which a template shows what it gives. */
enum InventedScans {
    USUAL(
            "names.situation.usual",
            new Person("Tamsin Orrell", "t.orrell", "tamsin.orrell@wherrymoor.example", "Crew"),
            new Device("Front desk", "Quay House"),
            new Job("Cargo manifest", "Two sides"),
            new Contents(4, "document", "Berth 4", "", 1, 1)),
    LETTERS(
            "names.situation.letters",
            new Person("\u00c1sa Kj\u00f8lv", "\u00e1.kj\u00f8lv", "asa.kjolv@wherrymoor.example"),
            new Device("M\u00e5se pier", "\u0141\u0105ka"),
            new Job("T\u00f8mmer / \u00f8st", "Gr\u00f6\u00dfe"),
            new Contents(1, "document", "\u042f\u043a\u043e\u0440\u044c", "", 1, 1)),
    SIGNS(
            "names.situation.signs",
            new Person("Brannoc Lyle", "b.lyle", "brannoc.lyle@wherrymoor.example", "Workshop / yard"),
            new Device("Yard: office", "Stonepool Yard"),
            new Job("Ropes / 2nd hold?", "Text*"),
            new Contents(12, "receipt", "<Hold> 2", "", 2, 3)),
    EMPTY(
            "names.situation.empty",
            new Person("Oda Fennick", "o.fennick", ""),
            new Device("Counter", ""),
            new Job("Tide table", "One side"),
            new Contents(1, "photo", "", "", 1, 1)),
    LONG(
            "names.situation.long",
            new Person(
                    "Philippa Wetherington-Ravensworth of Marram Landing",
                    "philippa.wetherington-ravensworth",
                    "philippa.wetherington-ravensworth@wherrymoor.example"),
            new Device("Multifunction device beside the stairs on the second floor", "Marram Landing"),
            new Job("Applications for berths of vessels over twelve metres", "Both sides, as found, searchable"),
            new Contents(348, "document", "Applications of the year before", "", 10, 12));

    private final String code;
    private final Person person;
    private final Device device;
    private final Job job;
    private final Contents contents;

    InventedScans(String code, Person person, Device device, Job job, Contents contents) {
        this.code = code;
        this.person = person;
        this.device = device;
        this.job = job;
        this.contents = contents;
    }

    Message words() {
        return Message.of(code);
    }

    /** @param answers as somebody might give them, and {@code zones} as they might be read; neither is there in {@link #EMPTY} */
    NameValues values(ZonedDateTime at, Map<String, String> answers, Map<String, String> zones) {
        Job asking = new Job(job.name(), job.profile(), this == EMPTY ? Map.of() : answers);
        Contents read = new Contents(
                contents.pages(),
                contents.kind(),
                contents.separator(),
                contents.barcode(),
                contents.number(),
                contents.count(),
                this == EMPTY ? Map.of() : zones);
        return new NameValues(at, person, device, asking, read, Numbers.fixed(17, 17));
    }
}
