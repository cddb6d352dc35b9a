using GentleMole.Core;
using GentleMole.Store;
using GentleMole.Web.Frame;

namespace GentleMole.Web.Practice;

/// <summary>A page of practice: whoever is signed in plays for himself.</summary>
internal abstract class PracticePage(MoleDb db) : FirmPage(db)
{
    protected PracticePlayer Player => PracticePlayers.Of(User);
}
