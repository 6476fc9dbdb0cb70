package org.mendedleaf.core.compare.process;

import com.fasterxml.jackson.annotation.JsonTypeInfo;
import com.fasterxml.jackson.databind.MapperFeature;
import com.fasterxml.jackson.databind.ObjectMapper;
import com.fasterxml.jackson.databind.json.JsonMapper;
import com.fasterxml.jackson.databind.jsontype.NamedType;
import java.io.DataInputStream;
import java.io.DataOutputStream;
import java.io.IOException;
import java.util.List;
import org.mendedleaf.core.compare.Comparison;
import org.mendedleaf.core.compare.inside.Author;
import org.mendedleaf.core.compare.inside.Described;
import org.mendedleaf.core.compare.inside.Inside;
import org.mendedleaf.core.compare.inside.Kind;

/**
 * The format in which requests and answers cross between the processes: frames of a u32 length and
 * so many bytes of JSON. A request frame is followed by the bytes of its contents. The answer to a
 * request is two frames: the kinds of its contents, as soon as they are known, and what was asked
 * for.
 */
final class Wire {

  /** The child's first words, once it is ready. */
  static final int READY = 1;

  /** No answer is larger, whatever the child process was made to send. */
  private static final int LIMIT = 32 << 20;

  private static final ObjectMapper JSON = mapper();

  private Wire() {}

  /** What is asked of the child process. */
  enum Ask {
    /** Answered by an {@link Inside}. */
    LOOK,
    /** Answered by an {@link Author}. */
    AUTHOR,
    /** Answered by a {@link Comparison}. */
    COMPARE,
    /** Answered by a {@link Comparison} without its difference. */
    SUMMARY,
    /** Answered by a {@link Described}. */
    DESCRIBE,
    /** Answered by an {@link org.mendedleaf.core.compare.inside.Opened}. */
    OPEN
  }

  /**
   * A request.
   *
   * @param page for a look: which page, from 0
   */
  record WireRequest(Ask ask, int page, List<WirePart> parts) {}

  /**
   * A content of a request.
   *
   * @param name of the file, a hint to its kind
   * @param length how many bytes follow
   * @param size how many bytes it has in all
   */
  record WirePart(String name, int length, long size) {}

  /** The kinds of the contents of a request. */
  record SeenKinds(List<Kind> kinds) {}

  static void write(DataOutputStream out, Object value) throws IOException {
    byte[] bytes = JSON.writeValueAsBytes(value);
    out.writeInt(bytes.length);
    out.write(bytes);
  }

  static <T> T read(DataInputStream in, Class<T> type) throws IOException {
    int length = in.readInt();
    if (length < 0 || length > LIMIT) {
      throw new IOException("the reading process sent " + length + " bytes");
    }
    byte[] bytes = new byte[length];
    in.readFully(bytes);
    return JSON.readValue(bytes, type);
  }

  private static ObjectMapper mapper() {
    JsonMapper mapper = JsonMapper.builder().disable(MapperFeature.AUTO_DETECT_IS_GETTERS).build();
    sealed(mapper, Inside.class);
    sealed(mapper, Comparison.Difference.class);
    return mapper;
  }

  /** Each shape of a sealed interface goes by its own name. */
  private static void sealed(ObjectMapper mapper, Class<?> shapes) {
    mapper.addMixIn(shapes, Shape.class);
    for (Class<?> shape : shapes.getPermittedSubclasses()) {
      mapper.registerSubtypes(new NamedType(shape, shape.getSimpleName()));
    }
  }

  @JsonTypeInfo(use = JsonTypeInfo.Id.NAME, property = "shape")
  private interface Shape {}
}
