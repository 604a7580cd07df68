using Phonaris.Core.Drawings;
using SkiaSharp;

namespace Phonaris.Media.Pictures;

/// <summary>Paints the drawing of a slide.</summary>
internal static class DrawingPainter
{
    /// <summary>The highest resolution of a picture within a drawing.</summary>
    private const int MostPixelsWide = 8192;

    /// <summary>Pictures are drawn at their size or smaller.</summary>
    private static readonly SKSamplingOptions Sampling = new(SKFilterMode.Linear);

    /// <summary>Paints a drawing to a size.</summary>
    /// <param name="drawing">The drawing.</param>
    /// <param name="step">The number of steps shown; 0 for all.</param>
    /// <param name="width">The width of the picture in pixels.</param>
    /// <param name="height">The height in pixels.</param>
    public static SKBitmap Draw(SlideDrawing drawing, int step, int width, int height)
    {
        var target = Pixels.Opaque(width, height);
        using var canvas = new SKCanvas(target);
        canvas.Clear(SKColors.White);
        canvas.Scale((float)(width / drawing.Width), (float)(height / drawing.Height));
        var whole = new SKRect(0, 0, (float)drawing.Width, (float)drawing.Height);
        if (drawing.Background is { } background)
        {
            using var path = PathOf(Outlines.Rectangle, Outlines.Rectangle.Parts[0], whole);
            Fill(canvas, path, whole, background);
        }
        foreach (var shape in drawing.Shapes)
            if (Presence.At(step, shape.FromStep, shape.ToStep)) Draw(canvas, shape, step);
        return target;
    }

    private static void Draw(SKCanvas canvas, DrawnShape shape, int step)
    {
        var box = shape.Box;
        var bounds = SKRect.Create((float)box.X, (float)box.Y, (float)box.Width, (float)box.Height);
        canvas.Save();
        canvas.RotateDegrees((float)box.Turn, bounds.MidX, bounds.MidY);
        // Without a fill or line, the text casts the shadow.
        var bare = shape.Fill is null && shape.Line is null;
        if (shape.Shadow is { } shadow) Shade(canvas, shadow, box.Turn, bounds, shape.Line?.Width ?? 0);
        canvas.Save();
        canvas.Scale(box.FlipX ? -1 : 1, box.FlipY ? -1 : 1, bounds.MidX, bounds.MidY);
        // All fills first: the lines are above them.
        foreach (var part in shape.Outline.Parts.Where(p => p.Fill != PartFill.None))
        {
            if (shape.Fill is not { } fill) break;
            using var path = PathOf(shape.Outline, part, bounds);
            Fill(canvas, path, bounds, Shaded(fill, part.Fill));
        }
        foreach (var part in shape.Outline.Parts.Where(p => p.Stroked))
        {
            if (shape.Line is not { } line) break;
            using var path = PathOf(shape.Outline, part, bounds);
            Stroke(canvas, path, line);
        }
        canvas.Restore();
        if (shape.Shadow is not null && !bare) canvas.Restore();
        if (shape.Text is { } text) Write(canvas, text, step, RoomOf(shape.Outline, bounds, box.FlipX, box.FlipY), box.FlipY);
        if (shape.Shadow is not null && bare) canvas.Restore();
        if (shape.Table is { } table) TablePainter.Draw(canvas, table, step, bounds);
        canvas.Restore();
    }

    /// <summary>Adds a shadow to what is drawn until the canvas is restored. Its direction does not depend on the rotation.</summary>
    private static void Shade(SKCanvas canvas, Shadow shadow, double turn, SKRect bounds, double line)
    {
        var angle = -turn * Math.PI / 180;
        var (dx, dy) = (shadow.X * Math.Cos(angle) - shadow.Y * Math.Sin(angle), shadow.X * Math.Sin(angle) + shadow.Y * Math.Cos(angle));
        // A blur extends about as far as its radius on both sides of an edge.
        var sigma = (float)(shadow.Blur / 2);
        using var filter = SKImageFilter.CreateDropShadow((float)dx, (float)dy, sigma, sigma, new SKColor(shadow.Color));
        using var layer = new SKPaint { ImageFilter = filter };
        // Parts of a shape and its text may extend beyond its box.
        var reach = (float)(Math.Max(Math.Abs(shadow.X), Math.Abs(shadow.Y)) + 2 * shadow.Blur + line) + Math.Max(bounds.Width, bounds.Height) / 2;
        canvas.SaveLayer(SKRect.Inflate(bounds, reach, reach), layer);
    }

    /// <summary>The transformation of a shape's text: its position is mirrored with the shape, the text itself is not.</summary>
    private static SKRect RoomOf(Outline outline, SKRect bounds, bool flipX, bool flipY)
    {
        if (outline.Room is not { } room || outline.Width <= 0 || outline.Height <= 0) return bounds;
        var (left, right) = ((float)(room.Left / outline.Width), (float)(room.Right / outline.Width));
        var (top, bottom) = ((float)(room.Top / outline.Height), (float)(room.Bottom / outline.Height));
        if (flipX) (left, right) = (1 - right, 1 - left);
        if (flipY) (top, bottom) = (1 - bottom, 1 - top);
        return new(bounds.Left + left * bounds.Width, bounds.Top + top * bounds.Height, bounds.Left + right * bounds.Width, bounds.Top + bottom * bounds.Height);
    }

    /// <summary>The fill of a part that is lighter or darker than its shape.</summary>
    private static Paint Shaded(Paint fill, PartFill shade)
    {
        var (to, by) = shade switch
        {
            PartFill.Lighter => (255, 0.4),
            PartFill.LittleLighter => (255, 0.2),
            PartFill.Darker => (0, 0.4),
            PartFill.LittleDarker => (0, 0.2),
            _ => (0, 0.0),
        };
        return by == 0 ? fill : fill switch
        {
            SolidPaint solid => new SolidPaint(Mixed(solid.Color)),
            GradientPaint gradient => gradient with { Stops = [.. gradient.Stops.Select(s => s with { Color = Mixed(s.Color) })] },
            _ => fill,
        };

        uint Mixed(uint color) => color & 0xFF000000 | Part(color >> 16) << 16 | Part(color >> 8) << 8 | Part(color);

        uint Part(uint channel) => (uint)Math.Round((channel & 0xFF) * (1 - by) + to * by);
    }

    private static SKPath PathOf(Outline outline, OutlinePart part, SKRect bounds)
    {
        var (sx, sy) = (outline.Width > 0 ? bounds.Width / outline.Width : 0, outline.Height > 0 ? bounds.Height / outline.Height : 0);
        float X(double x) => (float)(bounds.Left + x * sx);
        float Y(double y) => (float)(bounds.Top + y * sy);
        // Where parts of a path overlap there is a hole, as in a ring.
        using var builder = new SKPathBuilder { FillType = SKPathFillType.EvenOdd };
        foreach (var move in part.Path)
        {
            switch (move.Kind)
            {
                case PenMoveKind.Move: builder.MoveTo(X(move.X), Y(move.Y)); break;
                case PenMoveKind.Line: builder.LineTo(X(move.X), Y(move.Y)); break;
                case PenMoveKind.Curve: builder.CubicTo(X(move.X1), Y(move.Y1), X(move.X2), Y(move.Y2), X(move.X), Y(move.Y)); break;
                default: builder.Close(); break;
            }
        }
        return builder.Detach();
    }

    /// <summary>Fills a path.</summary>
    public static void Fill(SKCanvas canvas, SKPath path, SKRect bounds, Paint fill)
    {
        switch (fill)
        {
            case SolidPaint solid:
                using (var paint = new SKPaint { Color = new(solid.Color), IsAntialias = true }) canvas.DrawPath(path, paint);
                break;
            case GradientPaint gradient:
                using (var shader = Shader(gradient, bounds))
                using (var paint = new SKPaint { Shader = shader, IsAntialias = true }) canvas.DrawPath(path, paint);
                break;
            case PatternPaint pattern:
                using (var shader = PatternTiles.Shader(pattern))
                using (var paint = new SKPaint { Shader = shader, IsAntialias = true }) canvas.DrawPath(path, paint);
                break;
            case PicturePaint { Tiled: { } tiling } picture:
                Tile(canvas, path, picture, tiling, bounds);
                break;
            case PicturePaint picture:
                canvas.Save();
                canvas.ClipPath(path, antialias: true);
                Place(canvas, picture, bounds);
                canvas.Restore();
                break;
        }
    }

    private static SKShader Shader(GradientPaint gradient, SKRect bounds)
    {
        SKColor[] colors = [.. gradient.Stops.Select(s => new SKColor(s.Color))];
        float[] places = [.. gradient.Stops.Select(s => (float)s.At)];
        var middle = new SKPoint(bounds.MidX, bounds.MidY);
        if (gradient.Radial)
        {
            var from = new SKPoint((float)(bounds.Left + gradient.Center.X * bounds.Width), (float)(bounds.Top + gradient.Center.Y * bounds.Height));
            var (across, down) = (Math.Max(from.X - bounds.Left, bounds.Right - from.X), Math.Max(from.Y - bounds.Top, bounds.Bottom - from.Y));
            return SKShader.CreateRadialGradient(from, Math.Max(1e-3f, MathF.Sqrt(across * across + down * down)), colors, places, SKShaderTileMode.Clamp);
        }
        var angle = gradient.Angle * Math.PI / 180;
        var (dx, dy) = ((float)Math.Cos(angle), (float)Math.Sin(angle));
        var reach = (Math.Abs(dx) * bounds.Width + Math.Abs(dy) * bounds.Height) / 2;
        return SKShader.CreateLinearGradient(
            new(middle.X - dx * reach, middle.Y - dy * reach), new(middle.X + dx * reach, middle.Y + dy * reach), colors, places, SKShaderTileMode.Clamp);
    }

    /// <summary>Draws a picture in a box.</summary>
    public static void Place(SKCanvas canvas, PicturePaint picture, SKRect bounds)
    {
        var (across, down) = (1 - picture.Left - picture.Right, 1 - picture.Top - picture.Bottom);
        if (across <= 0 || down <= 0) return;
        // Unless it is cropped, it is stretched over the box; negative crops add space around it.
        var (w, h) = (bounds.Width / across, bounds.Height / down);
        var onto = SKRect.Create((float)(bounds.Left - picture.Left * w), (float)(bounds.Top - picture.Top * h), (float)w, (float)h);
        if (DecodedFor(canvas, picture, w, h) is not { } image) return;
        using var recolored = PictureColors.Filter(picture.Recolored);
        using var paint = Painted(picture, recolored);
        canvas.DrawImage(image, onto, Sampling, paint);
    }

    /// <summary>Tiles a picture over an area.</summary>
    private static void Tile(SKCanvas canvas, SKPath path, PicturePaint picture, Tiling tiling, SKRect bounds)
    {
        if (DecodedFor(canvas, picture, tiling.Width, tiling.Height) is not { } image) return;
        var (x, y) = (bounds.Left + tiling.Across * (bounds.Width - tiling.Width) + tiling.X, bounds.Top + tiling.Down * (bounds.Height - tiling.Height) + tiling.Y);
        var onto = SKMatrix.CreateScaleTranslation((float)(tiling.Width / image.Width), (float)(tiling.Height / image.Height), (float)x, (float)y);
        using var shader = image.ToShader(Repeated(tiling.MirroredAcross), Repeated(tiling.MirroredDown), Sampling, onto);
        using var recolored = PictureColors.Filter(picture.Recolored);
        using var paint = Painted(picture, recolored);
        paint.Shader = shader;
        canvas.DrawPath(path, paint);

        static SKShaderTileMode Repeated(bool mirrored) => mirrored ? SKShaderTileMode.Mirror : SKShaderTileMode.Repeat;
    }

    private static SKPaint Painted(PicturePaint picture, SKColorFilter? recolored) =>
        new() { Color = SKColors.White.WithAlpha((byte)(255 * Math.Clamp(picture.Opacity, 0, 1))), IsAntialias = true, ColorFilter = recolored };

    /// <summary>A picture at the resolution at which it is visible.</summary>
    private static SKImage? DecodedFor(SKCanvas canvas, PicturePaint picture, double width, double height)
    {
        var matrix = canvas.TotalMatrix;
        var pixels = Math.Sqrt(Math.Abs((double)matrix.ScaleX * matrix.ScaleY - (double)matrix.SkewX * matrix.SkewY));
        return DecodedPictures.Of(picture.Data, Across(width), Across(height));

        // Outside the slide a higher resolution is not visible.
        int Across(double length) => (int)Math.Clamp(Math.Ceiling(Math.Abs(length) * pixels), 1, MostPixelsWide);
    }

    /// <summary>Draws a line along a path.</summary>
    public static void Stroke(SKCanvas canvas, SKPath path, Line line)
    {
        using var paint = new SKPaint
        {
            Color = new(line.Color),
            Style = SKPaintStyle.Stroke,
            StrokeWidth = (float)Math.Max(0.25, line.Width),
            StrokeJoin = SKStrokeJoin.Miter,
            IsAntialias = true,
        };
        if (line.Dashes.Count > 1)
        {
            using var dashes = SKPathEffect.CreateDash([.. line.Dashes.Select(d => (float)(d * Math.Max(0.75, line.Width)))], 0);
            paint.PathEffect = dashes;
        }
        canvas.DrawPath(path, paint);
        if (line.Start is null && line.End is null) return;
        using var measure = new SKPathMeasure(path);
        if (line.End is { } last && measure.GetPositionAndTangent(measure.Length, out var end, out var onward)) LineEnds.Draw(canvas, end, onward, line, last);
        if (line.Start is { } first && measure.GetPositionAndTangent(0, out var start, out var away)) LineEnds.Draw(canvas, start, new(-away.X, -away.Y), line, first);
    }

    /// <summary>Draws text in its box.</summary>
    public static void Write(SKCanvas canvas, TextBody text, int step, SKRect bounds, bool upsideDown)
    {
        canvas.Save();
        if (upsideDown) canvas.RotateDegrees(180, bounds.MidX, bounds.MidY);
        if (text.Turn != 0)
        {
            canvas.RotateDegrees((float)text.Turn, bounds.MidX, bounds.MidY);
            bounds = SKRect.Create(bounds.MidX - bounds.Height / 2, bounds.MidY - bounds.Width / 2, bounds.Height, bounds.Width);
        }
        var (width, height) = (Math.Max(1, bounds.Width - text.Left - text.Right), bounds.Height - text.Top - text.Bottom);
        width = Math.Max(1, (width - (text.Columns - 1) * text.ColumnGap) / text.Columns);
        var layout = TextLayout.Fit(text, width, height);
        var free = text.Anchor switch { Anchor.Middle => (height - layout.Height) / 2, Anchor.Bottom => height - layout.Height, _ => 0 };
        var aside = text is { CenteredAcross: true, Columns: 1 } ? (width - layout.Widest) / 2 : 0;
        layout.Draw(canvas, step, bounds.Left + text.Left + aside, bounds.Top + text.Top + free, width - 2 * aside, height);
        canvas.Restore();
    }
}
