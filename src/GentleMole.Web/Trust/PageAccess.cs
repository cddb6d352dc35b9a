using GentleMole.Store.Model;

namespace GentleMole.Web.Trust;

/// <summary>Who may see a page and who may change something on it.</summary>
internal sealed record PageAccess(Role[] See, Role[] Change);
