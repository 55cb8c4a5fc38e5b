package inky.courier.core.office;

import inky.courier.core.Invalid;
import inky.courier.core.message.Message;
import java.util.HashMap;
import java.util.Map;
import java.util.OptionalInt;
import org.snakeyaml.engine.v2.api.LoadSettings;
import org.snakeyaml.engine.v2.api.lowlevel.Compose;
import org.snakeyaml.engine.v2.exceptions.MarkedYamlEngineException;
import org.snakeyaml.engine.v2.exceptions.YamlEngineException;
import org.snakeyaml.engine.v2.nodes.MappingNode;
import org.snakeyaml.engine.v2.nodes.Node;
import org.snakeyaml.engine.v2.nodes.NodeTuple;
import org.snakeyaml.engine.v2.nodes.ScalarNode;
import org.snakeyaml.engine.v2.nodes.SequenceNode;
import org.snakeyaml.engine.v2.nodes.Tag;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.node.ArrayNode;
import tools.jackson.databind.node.JsonNodeFactory;
import tools.jackson.databind.node.ObjectNode;

/**
 * A YAML 1.2 text as a tree, and in which line each of its values stands. Aliases are followed, which other programs write where a
 * value stands twice; how deep and how large a text may grow by them is bounded.
 */
final class YamlTree {
    private static final int DEEPEST = 40;

    /** A set-up of 1,000 devices and their panels has about 50,000. */
    private static final int MOST_VALUES = 1_000_000;

    private final JsonNode root;
    private final Map<String, Integer> lines = new HashMap<>();
    private int values;

    /** @throws Invalid that says where the text is no YAML */
    YamlTree(String text) {
        LoadSettings settings = LoadSettings.builder()
                .setCodePointLimit(Integer.MAX_VALUE)
                .setAllowDuplicateKeys(false)
                // Counted by value below.
                .setMaxAliasesForCollections(Integer.MAX_VALUE)
                .build();
        try {
            root = new Compose(settings)
                    .composeString(text)
                    .map(node -> tree("", node, 0))
                    .orElseGet(JsonNodeFactory.instance::nullNode);
        } catch (MarkedYamlEngineException e) {
            throw invalid(e.getProblemMark().map(mark -> mark.getLine() + 1).orElse(0));
        } catch (YamlEngineException e) {
            throw invalid(0);
        }
    }

    JsonNode root() {
        return root;
    }

    /** In which line the value of a path stands; empty where that is not known. */
    OptionalInt where(String path) {
        Integer line = lines.get(path);
        return line == null ? OptionalInt.empty() : OptionalInt.of(line);
    }

    /** @param line 0 where it is not known */
    private static Invalid invalid(int line) {
        return new Invalid(
                "set-up.format",
                "file",
                Message.of("problem.set-up.yaml").with("line", line),
                Message.of("problem.set-up.yaml.remedy"));
    }

    private JsonNode tree(String path, Node node, int depth) {
        if (depth > DEEPEST || ++values > MOST_VALUES) {
            throw Invalid.of("set-up.format", "file");
        }
        node.getStartMark().ifPresent(mark -> lines.put(path, mark.getLine() + 1));
        JsonNodeFactory make = JsonNodeFactory.instance;
        if (node instanceof MappingNode mapping) {
            ObjectNode object = make.objectNode();
            for (NodeTuple pair : mapping.getValue()) {
                String key = pair.getKeyNode() instanceof ScalarNode scalar ? scalar.getValue() : "?";
                object.set(key, tree(path.isEmpty() ? key : path + "." + key, pair.getValueNode(), depth + 1));
            }
            return object;
        }
        if (node instanceof SequenceNode sequence) {
            ArrayNode array = make.arrayNode();
            int at = 0;
            for (Node one : sequence.getValue()) {
                array.add(tree(path + "." + at++, one, depth + 1));
            }
            return array;
        }
        return scalar((ScalarNode) node);
    }

    /** By the core schema of YAML 1.2; what is none of these is a text. */
    private static JsonNode scalar(ScalarNode node) {
        JsonNodeFactory make = JsonNodeFactory.instance;
        String text = node.getValue();
        if (node.getTag().equals(Tag.NULL)) {
            return make.nullNode();
        }
        if (node.getTag().equals(Tag.BOOL)) {
            return make.booleanNode(Boolean.parseBoolean(text));
        }
        // Other ways to write a number stay a text, which a number is read from all the same: a name may be 007 or
        // 3.10.
        if (node.getTag().equals(Tag.INT) && text.matches("0|-?[1-9]\\d{0,8}")) {
            return make.numberNode(Integer.parseInt(text));
        }
        return node.getTag().equals(Tag.FLOAT) && text.matches("-?(0|[1-9]\\d{0,8})\\.\\d{0,8}[1-9]")
                ? make.numberNode(Double.parseDouble(text))
                : make.stringNode(text);
    }
}
