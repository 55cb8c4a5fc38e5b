package inky.courier.core.reading;

import java.util.ArrayList;
import java.util.List;

/**
 * All words of a page in reading order.
 *
 * @param width of the page that was read, in pixels
 * @param height of it
 */
public record PageWords(int width, int height, List<Word> words) {
    public static PageWords none(int width, int height) {
        return new PageWords(width, height, List.of());
    }

    /** The words line by line. */
    public List<List<Word>> lines() {
        List<List<Word>> lines = new ArrayList<>();
        Word before = null;
        for (Word word : words) {
            if (before == null || !word.sameLine(before)) {
                lines.add(new ArrayList<>());
            }
            lines.get(lines.size() - 1).add(word);
            before = word;
        }
        return lines;
    }

    /** The lines paragraph by paragraph. */
    public List<List<List<Word>>> paragraphs() {
        List<List<List<Word>>> paragraphs = new ArrayList<>();
        Word before = null;
        for (List<Word> line : lines()) {
            if (before == null || !line.get(0).sameParagraph(before)) {
                paragraphs.add(new ArrayList<>());
            }
            paragraphs.get(paragraphs.size() - 1).add(line);
            before = line.get(0);
        }
        return paragraphs;
    }

    /** Plain text: a line for each line, an empty one between paragraphs. */
    public String text() {
        StringBuilder text = new StringBuilder();
        for (List<List<Word>> paragraph : paragraphs()) {
            for (List<Word> line : paragraph) {
                text.append(join(line)).append('\n');
            }
            text.append('\n');
        }
        return text.toString().stripTrailing() + (text.isEmpty() ? "" : "\n");
    }

    public static String join(List<Word> line) {
        StringBuilder text = new StringBuilder();
        for (Word word : line) {
            text.append(text.isEmpty() ? "" : " ").append(word.text());
        }
        return text.toString();
    }

    /** As in a mirror, so that what is read from right to left is looked at as what is read from left to right. */
    PageWords mirrored() {
        return new PageWords(
                width, height, words.stream().map(word -> word.mirrored(width)).toList());
    }
}
