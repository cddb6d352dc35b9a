using System.Globalization;
using NodaTime;
using NodaTime.Text;

namespace GentleMole.Web.Api;

internal sealed record NoticeAnswer(string CountsFrom, string DigMayStart, string AnswerDue);
