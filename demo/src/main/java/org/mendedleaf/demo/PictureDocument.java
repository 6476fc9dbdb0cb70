package org.mendedleaf.demo;

import java.awt.BasicStroke;
import java.awt.Color;
import java.awt.GradientPaint;
import java.awt.Graphics2D;
import java.awt.Polygon;
import java.awt.RenderingHints;
import java.awt.image.BufferedImage;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.util.Random;
import javax.imageio.ImageIO;

/** A photo of a sail with its damage, drawn; retouched each time. JPEG or PNG. */
final class PictureDocument implements Document {

  private static final int WIDTH = 720;
  private static final int HEIGHT = 540;

  private final String format;
  private final BufferedImage image = new BufferedImage(WIDTH, HEIGHT, BufferedImage.TYPE_INT_RGB);

  PictureDocument(String format, Random random) {
    this.format = format;
    paint(random);
  }

  @Override
  public void work(Random random) {
    Graphics2D g = image.createGraphics();
    g.setRenderingHint(RenderingHints.KEY_ANTIALIASING, RenderingHints.VALUE_ANTIALIAS_ON);
    g.setColor(new Color(0x97, 0x3A, 0x28));
    g.setStroke(new BasicStroke(3));
    g.drawOval(random.nextInt(WIDTH - 120), random.nextInt(HEIGHT - 90), 110, 70);
    g.dispose();
  }

  @Override
  public byte[] save(String person) {
    ByteArrayOutputStream out = new ByteArrayOutputStream();
    try {
      ImageIO.write(image, format, out);
    } catch (IOException e) {
      throw new UncheckedIOException(e);
    }
    return out.toByteArray();
  }

  private void paint(Random random) {
    Graphics2D g = image.createGraphics();
    g.setRenderingHint(RenderingHints.KEY_ANTIALIASING, RenderingHints.VALUE_ANTIALIAS_ON);
    g.setPaint(new GradientPaint(0, 0, new Color(0xC8D6DE), 0, HEIGHT, new Color(0x8FA3A8)));
    g.fillRect(0, 0, WIDTH, HEIGHT);
    int top = 120 + random.nextInt(120);
    g.setColor(new Color(0xF2EFE4));
    g.fillPolygon(new Polygon(new int[] {top, 640, 90}, new int[] {20, 500, 520}, 3));
    g.setColor(new Color(0xC9C4B2));
    for (int i = 1; i < 8; i++) {
      int y = 20 + i * 60;
      g.drawLine(Math.max(90, top - i * 12), y, Math.min(640, top + i * 55), y + 8);
    }
    int x = 200 + random.nextInt(200);
    int y = 200 + random.nextInt(180);
    g.setColor(new Color(0x5A6B70));
    g.setStroke(new BasicStroke(5));
    for (int i = 0; i < 6; i++) {
      int nx = x + 18 + random.nextInt(20);
      int ny = y - 22 + random.nextInt(44);
      g.drawLine(x, y, nx, ny);
      x = nx;
      y = ny;
    }
    for (int i = 0; i < 9000; i++) {
      image.setRGB(random.nextInt(WIDTH), random.nextInt(HEIGHT), 0xB9BFBA + random.nextInt(24));
    }
    g.dispose();
  }
}
