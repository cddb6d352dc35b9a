namespace GentleMole.Store.Evidence;

/// <summary>Ids made by devices and forms, as they lie in the file: 16 bytes in the order of their text.</summary>
internal static class StoredId
{
    public static byte[] Bytes(Guid id) => id.ToByteArray(bigEndian: true);

    public static Guid From(byte[] bytes) => new(bytes, bigEndian: true);
}
