package inky.courier.core.workshop;

import inky.courier.core.job.Zone;
import inky.courier.core.naming.NameTemplate;
import java.util.Collection;
import java.util.List;

/**
 * What file names and mails have to know of pages, beside what the profile asks of them.
 *
 * @param barcodes whether pages are searched for them
 * @param zones that are read
 */
public record NameNeeds(boolean barcodes, List<Zone> zones) {
    public static final NameNeeds NOTHING = new NameNeeds(false, List.of());
    public static final NameNeeds BARCODES = new NameNeeds(true, List.of());

    /** @param zones of the job; those that no template shows are not read */
    public static NameNeeds of(Collection<NameTemplate> templates, List<Zone> zones) {
        return new NameNeeds(
                templates.stream().anyMatch(NameTemplate::needsBarcode),
                zones.stream()
                        .filter(zone -> templates.stream()
                                .anyMatch(template -> template.zones().contains(zone.key())))
                        .toList());
    }
}
