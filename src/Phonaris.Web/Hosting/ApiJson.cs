using System.Text.Json;
using System.Text.Json.Serialization.Metadata;
using Phonaris.Core.Shows;

namespace Phonaris.Web.Hosting;

/// <summary>How shows are sent to pages as JSON: as stored, and each picture with its id, which addresses contain.</summary>
internal static class ApiJson
{
    public static void Configure(JsonSerializerOptions options)
    {
        ShowJson.Configure(options);
        options.TypeInfoResolver = (options.TypeInfoResolver ?? new DefaultJsonTypeInfoResolver()).WithAddedModifier(NamePictures);
    }

    private static void NamePictures(JsonTypeInfo type)
    {
        if (type.Type != typeof(PictureSource)) return;
        var key = type.CreateJsonPropertyInfo(typeof(string), "key");
        key.Get = picture => ((PictureSource)picture).Key;
        // Instead of the id, which is not stored.
        type.Properties.Remove(type.Properties.Single(p => p.Name == key.Name));
        type.Properties.Add(key);
    }
}
