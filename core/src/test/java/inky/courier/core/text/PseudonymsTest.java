package inky.courier.core.text;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;

import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Random;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.Timeout;

class PseudonymsTest {
    @Test
    void theSamePersonIsTheSameEverywhere() {
        Pseudonyms pseudonyms = new Pseudonyms(List.of("Oda Fennick", "o.fennick", "Oda", "Jo"));
        assertEquals(
                "person-1 sent it to address-1@wherrymoor.example; person-2 asked person-1 (address-1@wherrymoor.example).",
                pseudonyms.in(
                        "Oda Fennick sent it to oda.fennick@wherrymoor.example; o.fennick asked ODA FENNICK (Oda.Fennick@wherrymoor.example)."));
        assertEquals("Odas Jolly boat, Code", pseudonyms.in("Odas Jolly boat, Code"), "parts of other words stay");
        assertEquals("berth-permit to quay.example", new Pseudonyms(List.of()).in("berth-permit to quay.example"));
    }

    /** Whatever names there are and wherever they stand, none is left. */
    @Test
    void nobodyIsLeft() {
        Random random = new Random(30);
        String letters = "abcdefgh\u00e9\u00df\u0436\u5f20.+$\\";
        for (int n = 0; n < 300; n++) {
            List<String> names = new ArrayList<>();
            for (int i = 1 + random.nextInt(20); i > 0; i--) {
                StringBuilder name = new StringBuilder();
                for (int k = 3 + random.nextInt(8); k > 0; k--) {
                    name.append(letters.charAt(random.nextInt(letters.length())));
                }
                names.add(name.toString());
            }
            StringBuilder text = new StringBuilder();
            for (int i = random.nextInt(60); i > 0; i--) {
                String name = names.get(random.nextInt(names.size()));
                boolean asAddress = random.nextInt(3) == 0 && name.matches("[\\p{L}.+]+");
                text.append(asAddress ? name.toUpperCase(Locale.ROOT) + "@x.example" : name)
                        .append(random.nextBoolean() ? " " : "\", \"");
            }
            String hidden = new Pseudonyms(names).in(text.toString());
            for (String name : names) {
                assertFalse((" " + hidden + " ").contains(" " + name + " "), name);
                assertFalse(hidden.contains("\"" + name + "\""), name);
                assertFalse(hidden.contains(name.toUpperCase(Locale.ROOT) + "@"), name);
            }
        }
    }

    /** 20,000 names in a megabyte of text: by one pattern of them all this took minutes. */
    @Test
    @Timeout(20)
    void aLargeOfficeTakesNoLongerThanItsText() {
        List<String> names = new ArrayList<>();
        StringBuilder text = new StringBuilder();
        for (int n = 0; n < 20_000; n++) {
            names.add("Person Number" + n + " Surname");
            text.append("{\"personName\": \"Person Number")
                    .append(n)
                    .append(" Surname\", \"device\": \"Person's office\"}\n");
        }
        String hidden = new Pseudonyms(names).in(text.toString());
        assertFalse(hidden.contains("Surname"));
        assertEquals(20_000, hidden.split("Person's office", -1).length - 1);
    }
}
