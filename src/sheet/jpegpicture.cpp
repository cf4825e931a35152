#include "sheet/jpegpicture.h"

#include <array>
#include <csetjmp>
#include <cstdio>
#include <jpeglib.h>
// After jpeglib.h, which it needs.
#include <jerror.h>

namespace iris {
namespace {

/// What libjpeg keeps for us while it works: where to go when it gives up, and whether it found part of the picture
/// missing and went on with something else.
struct Watch {
    jpeg_error_mgr errors;
    std::jmp_buf giveUp;
    bool incomplete = false;
};

Watch& watchOf(j_common_ptr info)
{
    return *reinterpret_cast<Watch*>(info->err);
}

void onError(j_common_ptr info)
{
    std::longjmp(watchOf(info).giveUp, 1);
}

/// Warnings are what libjpeg goes on after; nothing is printed.
void onMessage(j_common_ptr info, int level)
{
    constexpr std::array missing{JWRN_HIT_MARKER, JWRN_JPEG_EOF, JWRN_HUFF_BAD_CODE, JWRN_MUST_RESYNC,
                                 JWRN_ARITH_BAD_CODE};
    const auto is = [&](J_MESSAGE_CODE code) { return info->err->msg_code == code; };
    if (level < 0 && std::ranges::any_of(missing, is))
        watchOf(info).incomplete = true;
}

void noOutput(j_common_ptr) {}

enum class Step { Done, Failed };

/// Until the picture's size is known. A jump back from libjpeg must pass nothing that has to be cleared away, so this
/// and what follows are functions of plain values.
Step readHeader(jpeg_decompress_struct& info, Watch& watch, const QByteArray& bytes)
{
    if (setjmp(watch.giveUp) != 0)
        return Step::Failed;
    jpeg_create_decompress(&info);
    jpeg_mem_src(&info, reinterpret_cast<const unsigned char*>(bytes.constData()),
                 static_cast<unsigned long>(bytes.size()));
    jpeg_read_header(&info, TRUE);
    return Step::Done;
}

Step readRows(jpeg_decompress_struct& info, Watch& watch, uchar* pixels, qsizetype stride)
{
    if (setjmp(watch.giveUp) != 0)
        return Step::Failed;
    info.out_color_space = JCS_EXT_BGRX; // QImage::Format_RGB32 on this kind of machine, with 255 in the fourth byte
    jpeg_start_decompress(&info);
    while (info.output_scanline < info.output_height) {
        JSAMPROW row = pixels + static_cast<qsizetype>(info.output_scanline) * stride;
        jpeg_read_scanlines(&info, &row, 1);
    }
    jpeg_finish_decompress(&info);
    return Step::Done;
}

/// How many pixels a metre has, where it is said; else 0. Source: JFIF 1.02, units of the APP0 marker.
int dotsPerMetre(const jpeg_decompress_struct& info)
{
    constexpr int inches = 1;
    constexpr int centimetres = 2;
    if (info.density_unit == inches)
        return static_cast<int>(std::lround(info.X_density / 0.0254));
    return info.density_unit == centimetres ? info.X_density * 100 : 0;
}

/// What libjpeg holds is given back however it ends.
class Decoder {
public:
    explicit Decoder(const PictureFile& file) : m_file(file)
    {
        m_info.err = jpeg_std_error(&m_watch.errors);
        m_watch.errors.error_exit = onError;
        m_watch.errors.emit_message = onMessage;
        m_watch.errors.output_message = noOutput;
    }
    ~Decoder() { jpeg_destroy_decompress(&m_info); }
    Decoder(const Decoder&) = delete;
    Decoder& operator=(const Decoder&) = delete;

    Result<QImage> decode()
    {
        constexpr int inks = 4;
        if (readHeader(m_info, m_watch, m_file.bytes) == Step::Failed)
            return badPicture(m_file.path, QStringLiteral("is damaged and cannot be read"));
        if (m_info.num_components == inks)
            return inPrintingInks(m_file.path);
        const QSize size(static_cast<int>(m_info.image_width), static_cast<int>(m_info.image_height));
        if (const QString words = faultOfSize(size, false, m_file.bytes.size() + coefficients(), memoryAvailable());
            !words.isEmpty())
            return badPicture(m_file.path, words);
        QImage image(size, QImage::Format_RGB32);
        if (image.isNull())
            return badPicture(m_file.path, QStringLiteral("takes more memory than there is"));
        const Step read = readRows(m_info, m_watch, image.bits(), image.bytesPerLine());
        if (read == Step::Failed || m_watch.incomplete)
            return cutOff(m_file.path);
        if (const int perMetre = dotsPerMetre(m_info); perMetre > 0) {
            image.setDotsPerMeterX(perMetre);
            image.setDotsPerMeterY(perMetre);
        }
        return image;
    }

private:
    /// One that becomes clearer in passes is kept whole meanwhile, in numbers of two bytes.
    qint64 coefficients() const
    {
        const bool inPasses = m_info.progressive_mode != 0;
        return inPasses ? 2LL * m_info.image_width * m_info.image_height * m_info.num_components : 0;
    }

    const PictureFile& m_file;
    Watch m_watch{};
    jpeg_decompress_struct m_info{};
};

} // namespace

Result<QImage> decodeJpeg(const PictureFile& file)
{
    return Decoder(file).decode();
}

} // namespace iris
